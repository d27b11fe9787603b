import { plural } from '#core/base/sentences';

const WIDTH = 72;

/**
 * How long something has lasted against how long it may: a bar from the left, a post at the limit. Beyond it
 * the bar is ink. Without a limit it is a bar among `longest`.
 */
export function DaysBar({
  days,
  allowed,
  late,
  longest,
}: {
  days: number;
  allowed: number | null;
  /** Whether that is too long, by the rule for what was left. */
  late: boolean;
  /** The longest among those it stands with, days. */
  longest: number;
}) {
  const reach = Math.max(1, longest, (allowed ?? 0) * 1.5);
  const x = (value: number) => Math.round((Math.min(value, reach) / reach) * WIDTH);
  const words = days === 0 ? 'today' : plural(days, 'day');
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      <svg
        width={WIDTH}
        height="20"
        role="img"
        aria-label={`${words}${allowed === null ? '' : `, ${plural(allowed, 'day')} allowed`}`}
      >
        <path d={`M0 10H${WIDTH}`} stroke="var(--edge)" />
        <rect y="5" width={Math.max(2, x(days))} height="10" fill={late ? 'var(--ink)' : 'var(--edge)'} />
        {allowed === null ? null : (
          <path d={`M${Math.max(1, x(allowed))} 0v20`} stroke="var(--ink)" strokeWidth="2" />
        )}
      </svg>
      <span className={late ? 'font-bold' : ''}>
        {words}
        {late ? ', too long' : ''}
      </span>
    </span>
  );
}
