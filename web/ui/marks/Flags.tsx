import { besideFlag } from '#core/judging/history';
import { wordsOf } from '#core/said';
import type { FlagView } from '#contracts/units';
import { useUnitSystem } from '../../state/preferences.ts';
import { ReasonDetails } from './Reasons.tsx';

/** One flag as its word; a hazard is the heavy notched corner. The tag beside it carries its mark. */
export function FlagWord({ kind }: { kind: string }) {
  if (kind === 'hazard') return <span className="hazard-notch text-sm">Hazard</span>;
  return <span className="text-sm font-semibold whitespace-nowrap">{kind}</span>;
}

/** As many facts of a flag as are told before it is opened. */
const FACTS = 4;

/** The facts a flag was found by, the latest of them. */
function FoundBy({ flag }: { flag: FlagView }) {
  const [system] = useUnitSystem();
  const facts = flag.reasons.flatMap((reason) => wordsOf(reason, system).inputs).slice(-FACTS);
  return (
    <span>
      {facts.map(({ label, value }, i) => (
        <span key={i} className="block">
          {label}: {value}
        </span>
      ))}
    </span>
  );
}

/**
 * Flags with their sentences; a tap on one opens its reasons. What the page has `said` already is not said
 * again: what it was found by stands there instead.
 */
export function FlagList({ flags, said = '' }: { flags: readonly FlagView[]; said?: string }) {
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
                {said.includes(flag.sentence) ? (
                  <FoundBy flag={flag} />
                ) : (
                  <span>{besideFlag(flag.sentence)}</span>
                )}
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
