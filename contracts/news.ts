/** One thing that somebody changed, as open screens are told of it. */
export interface News {
  readonly entity: string;
  /** Null: not one record but many, or none in particular. */
  readonly id: string | null;
  /** The site it is at; null where it is at none. */
  readonly siteId: string | null;
}
