import { useMemo, useState } from 'react';
import { tricksFor, type Gap, type LinkKind, type Trick } from '#core/places/tracing';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Panel } from '../ui/frame/Screen.tsx';
import { numberSoFar } from '../ui/forms/numbers.ts';

const MISSING: Record<LinkKind, string> = {
  feeds: 'its feed',
  controls: 'what controls it',
  serves: 'what it serves',
  circulates: 'its water',
};

/** What nobody has written down, with the quickest ways to find out. */
export function Gaps({
  gaps,
  onTrick,
}: {
  gaps: readonly Gap[];
  onTrick: ((unitId?: string, trick?: Trick) => void) | undefined;
}) {
  const [open, setOpen] = useState<string>();
  const [outdoor, setOutdoor] = useState('');
  const storied = useMemo(() => gaps.map(({ unit }) => unit.id), [gaps]);
  const outdoorF = numberSoFar(outdoor);
  return (
    <Panel title="Not traced yet" className="no-print">
      {gaps.length === 0 ? <Empty>Every unit in use is traced.</Empty> : null}
      {gaps.length > 0 ? (
        <label className="mb-2 flex items-center gap-2 text-sm">
          Outdoors now, °F
          <input
            value={outdoor}
            inputMode="decimal"
            onChange={(e) => setOutdoor(e.target.value)}
            className="reach w-20 rounded-[3px] border-2 border-rule bg-sheet px-2"
          />
        </label>
      ) : null}
      <Stories units={storied}>
        <ul
          className="max-h-[60vh] divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label="Units not traced yet"
        >
          {gaps.map(({ unit, missing }) => (
            <li key={unit.id} className="py-1.5">
              <button
                type="button"
                aria-expanded={open === unit.id}
                onClick={() => setOpen(open === unit.id ? undefined : unit.id)}
                className="flex reach w-full flex-wrap items-center gap-x-2 text-left"
              >
                <UnitPlate unitId={unit.id} tag={unit.name} linked={false} status={unit.unit?.status} />
                <UnitStory unitId={unit.id} />
                <span>{missing.map((m) => MISSING[m]).join(', ')}</span>
                <span className="ml-auto text-sm text-copper underline decoration-dotted underline-offset-4">
                  how to find out
                </span>
              </button>
              {open === unit.id ? (
                <ul className="space-y-2 border-t border-rule pt-2 pl-3">
                  {tricksFor(missing, unit.unit?.kind, outdoorF).map((trick) => (
                    <li key={trick.key}>
                      <p>
                        <strong>{trick.title}</strong>, about {trick.minutes} min. {trick.does}
                        {trick.waits ? ` (${trick.waits})` : ''}
                      </p>
                      {trick.caution ? <p className="hurts text-sm">{trick.caution}</p> : null}
                      {onTrick ? (
                        <Button className="mt-1" onClick={() => onTrick(unit.id, trick)}>
                          Write down what it showed
                        </Button>
                      ) : null}
                    </li>
                  ))}
                </ul>
              ) : null}
            </li>
          ))}
        </ul>
      </Stories>
    </Panel>
  );
}
