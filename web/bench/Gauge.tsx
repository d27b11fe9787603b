const RADIUS = 62;

/** A gauge as an open arc with a needle; the sound value is a tick on the rim. */
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
  const angle = (v: number) => -120 + (240 * (Math.min(to, Math.max(from, v)) - from)) / (to - from);
  const at = (degrees: number, r: number) => {
    const a = ((degrees - 90) * Math.PI) / 180;
    return `${(80 + r * Math.cos(a)).toFixed(1)} ${(78 + r * Math.sin(a)).toFixed(1)}`;
  };
  const shown = value === undefined ? 'stands' : say(value);
  // The unit stands with the words below, where it has room.
  const [, ...unit] = say(0).split(' ');
  const number = value === undefined ? shown : shown.split(' ')[0];
  return (
    <svg
      viewBox="0 0 160 140"
      className="w-full max-w-44"
      role="img"
      aria-label={`${label}: ${shown}${sound === undefined ? '' : `, sound ${say(sound)}`}`}
    >
      <path
        d={`M${at(-120, RADIUS)} A${RADIUS} ${RADIUS} 0 1 1 ${at(120, RADIUS)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="3"
      />
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <path
          key={share}
          d={`M${at(-120 + 240 * share, RADIUS)} L${at(-120 + 240 * share, RADIUS - 8)}`}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
      {sound === undefined ? null : (
        <path
          d={`M${at(angle(sound), RADIUS + 8)} L${at(angle(sound), RADIUS - 4)}`}
          stroke="var(--verdigris)"
          strokeWidth="5"
        />
      )}
      {value === undefined ? null : (
        <path
          d={`M80 78 L${at(angle(value), RADIUS - 12)}`}
          stroke="var(--copper)"
          strokeWidth="4"
          strokeLinecap="round"
        />
      )}
      <circle cx="80" cy="78" r="5" fill="var(--ink)" />
      <text x="80" y="112" fontSize="19" fontWeight="700" textAnchor="middle" fill="var(--ink)">
        {number}
      </text>
      <text x="80" y="132" fontSize="13" textAnchor="middle" fill="var(--soft)">
        {label}, {unit.join(' ')}
      </text>
    </svg>
  );
}
