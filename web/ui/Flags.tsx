import type { FlagView } from '#contracts/units';
import { ReasonDetails } from './Reasons.tsx';

/** One flag as its word; a hazard is the heavy notched corner. The tag beside it carries its mark. */
export function FlagWord({ kind }: { kind: string }) {
  if (kind === 'hazard') return <span className="hazard-notch text-sm">Hazard</span>;
  return <span className="text-sm font-semibold whitespace-nowrap">{kind}</span>;
}

/** Flags with their sentences; a tap on one opens its reasons. */
export function FlagList({ flags }: { flags: readonly FlagView[] }) {
  return (
    <ul className="space-y-1">
      {flags.map((flag) => (
        <li
          key={flag.kind}
          className={`flex items-start gap-2 ${flag.decision ? 'text-soft' : flag.kind === 'hazard' ? 'hurts' : ''}`}
        >
          <details className="min-w-0 grow">
            <summary className="cursor-pointer py-0.5">
              <span className="[&>*]:mr-2">
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
