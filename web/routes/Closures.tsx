import type { ClosureView } from '#contracts/closures';
import { useChangeClosureMutation, useClosuresQuery } from '../api/closures.ts';
import { closureWords } from '../maps/closureWords.ts';
import { now as clock } from '../state/clock.ts';
import { Button } from '../ui/frame/Button.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** Roads that are closed or slow, each with the way to open it again. */
export function Closures({ zone, canPlan }: { zone: string; canPlan: boolean }) {
  const { data } = useClosuresQuery();
  const [change] = useChangeClosureMutation();
  if (!data || data.length === 0) return null;
  const open = async ({ id, name, until }: ClosureView) => {
    try {
      await change({ id, until: clock().toISOString() }).unwrap();
      say(`${name} is open again. Plan the rest anew where that helps`, {
        undo: () => change({ id, until }).unwrap(),
      });
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <ul aria-label="Roads closed or slow" className="mb-2">
      {data.map((closure) => (
        <li key={closure.id} className="flex flex-wrap items-center gap-x-2">
          <strong>{closureWords(closure, clock(), zone)}.</strong>
          {canPlan ? (
            <Button
              look="quiet"
              aria-label={`${closure.name} is open again`}
              onClick={() => void open(closure)}
            >
              It is open again
            </Button>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
