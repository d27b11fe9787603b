import { useState } from 'react';
import type { Ladder } from '#core/circuitry/ladder';
import { CHANGES, partsOf, type Observed } from '#core/diagnosis';
import type { PartId } from '#core/machine';
import { Button } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

/** Whatever alters the machine is a test: what was seen before speaks of the machine before. */
export function Changed({
  ladder,
  onAnswer,
}: {
  ladder: Ladder;
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const [part, setPart] = useState('');
  return (
    <Panel title="I changed something">
      <p className="mb-2 text-soft">Then the call is tried anew: what the machine does now is the answer.</p>
      <select
        aria-label="What was changed"
        value={part}
        onChange={(event) => setPart(event.target.value)}
        className="min-h-12 w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg"
      >
        <option value="">which part?</option>
        {partsOf(ladder).map((one) => (
          <option key={one} value={one}>
            {one}
          </option>
        ))}
      </select>
      {part === '' ? null : (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label={`The ${part} was`}>
          {CHANGES.map((how) => (
            <Button
              key={how}
              className="min-h-12 text-lg"
              onClick={() => {
                onAnswer(`the ${part} was`, { kind: 'changed', part: part as PartId, how });
                setPart('');
              }}
            >
              {how}
            </Button>
          ))}
        </div>
      )}
    </Panel>
  );
}
