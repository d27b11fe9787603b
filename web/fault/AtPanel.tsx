import type { Ladder } from '#core/circuitry/ladder';
import type { Observed } from '#core/diagnosis';
import { Panel } from '../ui/frame/Screen.tsx';
import { Asked } from './Asked.tsx';

/** Volts at the panel, leg by leg: what is dead there is dead at every machine on it. */
export function AtPanel({
  ladder,
  feed,
  seen,
  onAnswer,
}: {
  ladder: Ladder;
  /** How it is fed, as a sentence; nothing where nobody has traced it. */
  feed: string | null;
  seen: readonly Observed[];
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const { legs, volts } = ladder.supply;
  // Of three legs every pair; of two there is one.
  const pairs = legs.slice(legs.length > 2 ? 0 : 1).map((leg, k): Observed => {
    const other = legs[legs.length > 2 ? (k + 1) % legs.length : k] as string;
    return { kind: 'supply', between: [leg, other].sort() as [string, string], reads: 0 };
  });
  return (
    <Panel title="At the panel">
      <p className="mb-2 text-soft">
        {feed ? `${feed}. ` : ''}What is measured there speaks for every machine it feeds. A breaker that
        tripped rests midway and may look on: full off, then on, once, standing aside.
      </p>
      <Asked
        {...{ ladder, seen, onAnswer }}
        asks={pairs}
        sound={(one) => ({ ...one, reads: volts }) as Observed}
      />
    </Panel>
  );
}
