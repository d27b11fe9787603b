const WIDTH = 240;
const LEFT = 8;
const RIGHT = WIDTH - 8;

/**
 * What the machine reads against what it reads when sound: the number large, below it a rule with the sound
 * value as a post and the present one as a pointer.
 */
export function Gauge({
  label,
  value,
  sound,
  from,
  to,
  say,
}: {
  label: string;
  value: number | undefined;
  /** Undefined while nobody is to know it. */
  sound: number | undefined;
  from: number;
  to: number;
  /** A value in words, in the units of the screen: number, space, unit. */
  say: (value: number) => string;
}) {
  const x = (v: number) => LEFT + ((Math.min(to, Math.max(from, v)) - from) / (to - from)) * (RIGHT - LEFT);
  const shown = value === undefined ? 'stands' : say(value);
  const [number, ...unit] = shown.split(' ');
  return (
    <div
      role="img"
      aria-label={`${label}: ${shown}${sound === undefined ? '' : `, sound ${say(sound)}`}`}
      className="min-w-0 border-t border-rule py-1"
    >
      <p aria-hidden="true" className="flex items-baseline justify-between gap-2">
        <span className="text-soft">{label}</span>
        <span>
          <strong className="text-xl">{number}</strong> {unit.join(' ')}
        </span>
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} 32`}
        height="32"
        preserveAspectRatio="none"
        className="w-full"
        aria-hidden="true"
      >
        <path d={`M${LEFT} 22H${RIGHT}`} stroke="var(--edge)" strokeWidth="2" />
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <path
            key={share}
            d={`M${LEFT + share * (RIGHT - LEFT)} 22v6`}
            stroke="var(--edge)"
            strokeWidth="2"
          />
        ))}
        {sound === undefined ? null : (
          <path d={`M${x(sound)} 8v22`} stroke="var(--verdigris)" strokeWidth="5" />
        )}
        {value === undefined ? null : <path d={`M${x(value)} 21l-6 -15h12z`} fill="var(--ink)" />}
      </svg>
    </div>
  );
}
