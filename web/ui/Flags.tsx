import type { FlagView } from '#contracts/units';
import { Reasons } from './Reasons.tsx';

const SHAPE: Record<string, string> = {
  hazard: '▲',
  repeat: '↺',
  leaker: '◊',
  callback: '↩',
  'left open': '∿',
  age: '⌛',
};

/** One flag as word and shape; a hazard is the heavy notched corner. */
export function FlagWord({ kind }: { kind: string }) {
  if (kind === 'hazard') return <span className="hazard-notch text-sm">Hazard</span>;
  return (
    <span className="text-sm font-semibold whitespace-nowrap text-copper">
      <span aria-hidden="true">{SHAPE[kind] ?? '•'} </span>
      {kind}
    </span>
  );
}

/** Flags with their sentences, reasons one tap away. */
export function FlagList({ flags, act }: { flags: readonly FlagView[]; act?: (flag: FlagView) => React.ReactNode }) {
  return (
    <ul className="space-y-2">
      {flags.map((flag) => (
        <li
          key={flag.kind}
          className={`border-l-4 pl-3 ${flag.dismissed ? 'border-rule text-soft' : flag.kind === 'hazard' ? 'border-ember' : 'border-copper'}`}
        >
          <div className="flex flex-wrap items-baseline gap-x-3">
            <FlagWord kind={flag.kind} />
            <span>{flag.sentence}</span>
            {flag.dismissed ? (
              <span className="text-sm">
                Set aside by {flag.dismissed.by}: {flag.dismissed.reason}
              </span>
            ) : null}
            {act?.(flag)}
          </div>
          <Reasons reasons={flag.reasons} />
        </li>
      ))}
    </ul>
  );
}
