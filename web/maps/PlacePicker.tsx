import { lazy, Suspense, useEffect, useState } from 'react';
import { straightLineKm } from '#core/planning/routing';
import { useMapBaseQuery } from '../api/maps.ts';
import { Field } from '../ui/forms/Field.tsx';
import { LookUp } from './LookUp.tsx';
import type { Known } from './PlaceMap.tsx';
import { positionIn, positionText, type Position } from './position.ts';

const PlaceMap = lazy(() => import('./PlaceMap.tsx'));

/** Farther from everything else of the company than any crew drives: probably a slip. */
const FAR_KM = 500;
const KM_IN_A_MILE = 1.609344;
const SEA =
  'That lies in the open sea, no land within about 35 miles. Are latitude and longitude swapped, or is a minus missing?';

/** What is odd about a place, or undefined. Odd is not wrong: it is said, and can be kept. */
function oddAbout(at: Position, known: readonly Known[]): string | undefined {
  if (known.length === 0) return undefined;
  const nearest = known
    .map((place) => ({ place, km: straightLineKm(at, place) }))
    .reduce((a, b) => (b.km < a.km ? b : a));
  return nearest.km > FAR_KM
    ? `That is ${Math.round(nearest.km / KM_IN_A_MILE)} miles from ${nearest.place.name}, the nearest place on record. Is it meant?`
    : undefined;
}

/** Where something is: pasted as text in the usual notations, clicked on the map, or dragged there. */
export function PlacePicker({
  label,
  text,
  onText,
  name,
  known = [],
  address,
  error,
  height = 300,
  autoFocus = false,
  plain = false,
}: {
  label: string;
  /** What stands in the field; empty while nobody knows. */
  text: string;
  onText: (text: string) => void;
  name: string;
  known?: readonly Known[];
  /** Where its address is on record: what is looked up unless something else is typed. */
  address?: string | null;
  error?: string | undefined;
  height?: number;
  autoFocus?: boolean;
  /** There is no company yet whose base map could be asked for. */
  plain?: boolean;
}) {
  const [touched, setTouched] = useState(false);
  const { at, problem } = read(text);
  const atSea = useAtSea(at, plain);
  const odd = atSea ? SEA : at && oddAbout(at, known);
  return (
    <div className="space-y-2">
      <Field
        label={label}
        hint="Paste it from any map, 41.6362, -70.9342, or click on the map below."
        error={error ?? (touched && text.trim() !== '' ? problem : undefined)}
      >
        <input
          value={text}
          autoFocus={autoFocus}
          autoComplete="off"
          onChange={(event) => {
            setTouched(false);
            onText(event.target.value);
          }}
          onBlur={() => setTouched(true)}
        />
      </Field>
      <p role="status" className="font-semibold empty:hidden">
        {odd}
      </p>
      {plain ? null : (
        <LookUp
          address={at || text.trim() === '' ? (address ?? '') : text}
          onPlace={(place) => onText(positionText(place))}
        />
      )}
      <Suspense fallback={<div style={{ height }} className="hatch border border-rule" />}>
        <PlaceMap
          at={at}
          name={name}
          known={known}
          onPlace={(place) => onText(positionText(place))}
          height={height}
          plain={plain}
        />
      </Suspense>
    </div>
  );
}

/**
 * Whether a place is at sea. A company with a map of its own is not asked: its land need not be on the
 * outline.
 */
function useAtSea(at: Position | undefined, plain: boolean): boolean {
  const base = useMapBaseQuery(undefined, { skip: plain });
  const asked = plain || base.data?.features.length === 0;
  const [atSea, setAtSea] = useState(false);
  const { lat, lon } = at ?? {};
  useEffect(() => {
    let gone = false;
    setAtSea(false);
    if (asked && lat !== undefined && lon !== undefined)
      void import('./openSea.ts').then(({ inOpenSea }) => {
        if (!gone) setAtSea(inOpenSea({ lat, lon }));
      });
    return () => {
      gone = true;
    };
  }, [asked, lat, lon]);
  return atSea;
}

function read(text: string): { at?: Position; problem?: string } {
  if (text.trim() === '') return {};
  try {
    return { at: positionIn(text) };
  } catch (error) {
    return { problem: (error as Error).message };
  }
}
