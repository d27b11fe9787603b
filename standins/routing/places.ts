import type { FeatureCollection, Point } from 'geojson';

const words = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];

export type PlacesNamed = (address: string) => FeatureCollection<Point>;

/**
 * A made-up geocoder over some known addresses: those that have every word asked for but its number, the nearest
 * number of the street first.
 */
export function placesIn(known: FeatureCollection): PlacesNamed {
  const all = known.features.map((feature) => ({
    feature: feature as FeatureCollection<Point>['features'][number],
    words: words(String(feature.properties?.label ?? '')),
  }));
  return (address) => {
    const asked = words(address);
    const number = Number(asked.find((word) => /^\d+$/.test(word)) ?? NaN);
    const named = asked.filter((word) => !/^\d+$/.test(word));
    const off = (own: readonly string[]): number => {
      const its = Number(own.find((word) => /^\d+$/.test(word)) ?? NaN);
      return Number.isNaN(number) || Number.isNaN(its) ? 0 : Math.abs(its - number);
    };
    const found = all
      .filter(({ words: own }) => named.length > 0 && named.every((word) => own.includes(word)))
      .sort((a, b) => off(a.words) - off(b.words));
    return { type: 'FeatureCollection', features: found.map(({ feature }) => feature) };
  };
}
