import { Droplet, Hourglass, Repeat2, Undo2, Unlink, type LucideIcon } from 'lucide-react';
import type { FlagView } from '#contracts/units';
import { ReasonDetails } from './Reasons.tsx';

const SHAPE: Record<string, LucideIcon> = {
  repeat: Repeat2,
  leaker: Droplet,
  callback: Undo2,
  'left open': Unlink,
  age: Hourglass,
};

/** One flag as word and shape; a hazard is the heavy notched corner. */
export function FlagWord({ kind }: { kind: string }) {
  if (kind === 'hazard') return <span className="hazard-notch text-sm">Hazard</span>;
  const Icon = SHAPE[kind];
  return (
    <span className="inline-flex items-center gap-1 text-sm font-semibold whitespace-nowrap text-copper">
      {Icon ? <Icon size={14} aria-hidden="true" /> : null}
      {kind}
    </span>
  );
}

/** Flags with their sentences; a tap on one opens its reasons. */
export function FlagList({ flags }: { flags: readonly FlagView[] }) {
  return (
    <ul className="space-y-1">
      {flags.map((flag) => (
        <li
          key={flag.kind}
          className={`flex items-start gap-2 border-l-4 pl-3 ${flag.decision ? 'border-rule text-soft' : flag.kind === 'hazard' ? 'border-ember' : 'border-copper'}`}
        >
          <details className="min-w-0 grow">
            <summary className="cursor-pointer py-0.5">
              <span className="inline-flex flex-wrap items-baseline gap-x-2 align-top">
                <FlagWord kind={flag.kind} />
                <span>{flag.sentence}</span>
                <span className="no-print text-sm text-soft underline decoration-dotted underline-offset-4">
                  why
                </span>
              </span>
            </summary>
            <ReasonDetails reasons={flag.reasons} />
          </details>
        </li>
      ))}
    </ul>
  );
}
