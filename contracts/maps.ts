/** A place that an address may be. */
export interface PlaceFound {
  /** The address as whoever looked it up knows it. */
  readonly label: string;
  readonly lat: number;
  readonly lon: number;
}

/** What a company has for its maps beside what ships with the application. */
export interface MapServices {
  /** Addresses can be looked up. */
  readonly addresses: boolean;
  /** Whose tiles lie under the places; null where it has none. */
  readonly tiles: { readonly attribution: string } | null;
}
