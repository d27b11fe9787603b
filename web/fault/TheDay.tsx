import { CIRCUMSTANCES, type Observed } from '#core/diagnosis';
import { capital } from '#core/base/sentences';
import { Button } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

/** The weather and the history of the day it failed: what was so makes some faults likelier than others. */
export function TheDay({
  seen,
  onAnswer,
}: {
  seen: readonly Observed[];
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const so = new Set(seen.flatMap((one) => (one.kind === 'circumstance' && one.yes ? [one.what] : [])));
  return (
    <Panel title="The day it failed">
      <p className="mb-2 text-soft">
        It weighs little beside what is measured, and says where to look first.
      </p>
      <div className="flex flex-wrap gap-2" role="group" aria-label="What was so when it failed">
        {CIRCUMSTANCES.map((what) => (
          <Button
            key={what}
            look={so.has(what) ? 'chosen' : 'plain'}
            aria-pressed={so.has(what)}
            className="min-h-12"
            onClick={() =>
              onAnswer(`when it failed: ${what}`, { kind: 'circumstance', what, yes: !so.has(what) })
            }
          >
            {capital(what)}
          </Button>
        ))}
      </div>
    </Panel>
  );
}
