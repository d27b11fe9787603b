import { useMemo, useState } from 'react';
import type { Call, Ladder } from '#core/circuitry/ladder';
import { walkRound, type Observed } from '#core/diagnosis';
import type { VisitPage } from '#contracts/visits';
import { UnitSection } from '../drawings/UnitSection.tsx';
import { useSection } from '../drawings/useSection.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { Asked } from './Asked.tsx';

/** Tap the part, say what is seen: what can be looked at, listened to or felt there with this call on. */
export function WalkRound({
  unit,
  ladder,
  call,
  seen,
  onAnswer,
}: {
  unit: VisitPage['units'][number];
  ladder: Ladder;
  call: Call;
  seen: readonly Observed[];
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const drawn = useMemo(
    () => ({ ...unit, lastSeen: { findings: [], readings: [] }, conditions: [], slots: [] }),
    [unit],
  );
  const { section, at } = useSection(drawn as never);
  const parts = useMemo(() => walkRound(ladder, call), [ladder, call]);
  const [chosen, choose] = useState('');
  const here = parts.find(({ part }) => part === chosen);
  return (
    <Panel title="Walk round it">
      <div className="phone:hidden">
        <UnitSection
          section={section}
          at={at}
          chosen={at.find(({ part }) => part.part === chosen)?.part.id}
          onChoose={(id) => choose(at.find(({ part }) => part.id === id)?.part.part ?? '')}
        />
      </div>
      <label className="mt-2 flex items-center gap-2">
        <span className="font-semibold">Part</span>
        <select
          value={here ? chosen : ''}
          onChange={(event) => choose(event.target.value)}
          className="min-h-12 min-w-0 grow rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg"
        >
          <option value="">tap a part, or choose it</option>
          {parts.map(({ part }) => (
            <option key={part} value={part}>
              {part}
            </option>
          ))}
        </select>
      </label>
      {chosen !== '' && !here ? (
        <p className="mt-2 text-soft">Nothing is asked at the {chosen} with this call on.</p>
      ) : null}
      <Asked {...{ ladder, seen, onAnswer }} asks={here?.asks ?? []} />
    </Panel>
  );
}
