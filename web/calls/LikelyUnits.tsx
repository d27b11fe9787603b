import { useEffect } from 'react';
import { wordsOf } from '#core/said';
import type { KnownAtIntake } from '#contracts/calls';
import { useLikelyAtQuery } from '../api/calls.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { Plate } from '../ui/marks/Plate.tsx';

/** Enough for one hand; the list beside has them all. */
const OFFERED = 5;

/**
 * Units the words are probably about, right under the complaint, with the reason. Alt and a digit take one;
 * nothing is taken by itself.
 */
export function LikelyUnits({
  siteId,
  words,
  units,
  unitId,
  onUnit,
}: {
  siteId: string;
  words: string;
  units: KnownAtIntake['units'];
  unitId: string | null;
  onUnit: (id: string | null) => void;
}) {
  const { currentData } = useLikelyAtQuery({ siteId, q: words }, { skip: words.trim().length < 3 });
  const likely = words.trim().length < 3 ? [] : (currentData ?? []);
  const offered = likely.slice(0, OFFERED).flatMap(({ id, why }) => {
    const unit = units.find((one) => one.id === id);
    return unit ? [{ unit, why: why?.[0] }] : [];
  });
  useEffect(() => {
    const take = (event: KeyboardEvent) => {
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      const digit = /^Digit([1-9])$/.exec(event.code)?.[1];
      const one = digit ? offered[Number(digit) - 1] : undefined;
      if (!one) return;
      event.preventDefault();
      onUnit(one.unit.id);
    };
    window.addEventListener('keydown', take);
    return () => window.removeEventListener('keydown', take);
  });
  if (offered.length === 0) return null;
  return (
    <div className="border border-rule bg-sheet p-2">
      <p className="mb-1 text-sm text-soft">Probably about (Alt and its number takes it)</p>
      <Stories units={offered.map(({ unit }) => unit.id)}>
        <ul>
          {offered.map(({ unit, why }, i) => (
            <li key={unit.id}>
              <button
                type="button"
                aria-pressed={unitId === unit.id}
                onClick={() => onUnit(unitId === unit.id ? null : unit.id)}
                className="flex w-full flex-wrap items-center gap-x-2 px-1 py-1 text-left aria-pressed:outline-2 aria-pressed:outline-ink"
              >
                <kbd className="w-5 shrink-0 text-center font-semibold">{i + 1}</kbd>
                <span className="w-24 shrink-0">
                  <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} />
                </span>
                <UnitStory unitId={unit.id} />
                <span>{unit.areaServed ?? unit.kind}</span>
                <span className="ml-auto text-sm">{why ? wordsOf(why).text : ''}</span>
              </button>
            </li>
          ))}
        </ul>
      </Stories>
    </div>
  );
}
