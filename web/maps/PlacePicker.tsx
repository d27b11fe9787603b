import { lazy, Suspense, useState } from 'react';
import { straightLineKm } from '#core/routing';
import { Field } from '../ui/Field.tsx';
import type { Known } from './PlaceMap.tsx';
import { positionIn, positionText, type Position } from './position.ts';

const PlaceMap = lazy(() => import('./PlaceMap.tsx'));

/** Farther from everything else of the company than any crew drives: probably a slip. */
const FAR_KM = 500;

/** What is odd about a place, or undefined. Odd is not wrong: it is said, and can be kept. */
export function oddAbout(at: Position, known: readonly Known[]): string | undefined {
  if (known.length === 0) return undefined;
  const nearest = known
    .map((place) => ({ place, km: straightLineKm(at, place) }))
    .reduce((a, b) => (b.km < a.km ? b : a));
  return nearest.km > FAR_KM
    ? `That is ${Math.round(nearest.km)} km from ${nearest.place.name}, the nearest place on record. Is it meant?`
    : undefined;
}

/** Where something is: pasted as text in the usual notations, clicked on the map, or dragged there. */
export function PlacePicker({
  label,
  text,
  onText,
  name,
  known = [],
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
  error?: string | undefined;
  height?: number;
  autoFocus?: boolean;
  /** There is no company yet whose base map could be asked for. */
  plain?: boolean;
}) {
  const [touched, setTouched] = useState(false);
  const { at, problem } = read(text);
  return (
    <div className="space-y-2">
      <Field
        label={label}
        hint={
          (at && oddAbout(at, known)) ??
          'Paste it from any map, 41.6362, -70.9342, or click on the map below.'
        }
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

function read(text: string): { at?: Position; problem?: string } {
  if (text.trim() === '') return {};
  try {
    return { at: positionIn(text) };
  } catch (error) {
    return { problem: (error as Error).message };
  }
}
