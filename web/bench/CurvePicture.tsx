import { saturationPressure, type RefrigerantName } from '#core/refrigerant';

const [WIDTH, HEIGHT] = [420, 190];
const [COLD, HOT] = [-20, 140];

/** Both curves of a refrigerant with the pressure or temperature of the card on them. */
export function CurvePicture({ refrigerant, psig, tempF }: { refrigerant: RefrigerantName; psig?: number | undefined; tempF?: number | undefined }) {
  const most = saturationPressure(refrigerant, 'bubble', HOT);
  const x = (f: number) => 36 + ((f - COLD) / (HOT - COLD)) * (WIDTH - 46);
  const y = (p: number) => HEIGHT - 24 - (Math.max(0, p) / most) * (HEIGHT - 34);
  const line = (curve: 'dew' | 'bubble') =>
    Array.from({ length: 41 }, (_, i) => COLD + ((HOT - COLD) * i) / 40)
      .map((f) => `${x(f).toFixed(1)},${y(saturationPressure(refrigerant, curve, f)).toFixed(1)}`)
      .join(' ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full max-w-lg"
      role="img"
      aria-label={`Bubble and dew pressure of ${refrigerant} from ${COLD} to ${HOT} °F; the answers stand below.`}
    >
      {[0, 40, 80, 120].map((f) => (
        <g key={f}>
          <line x1={x(f)} x2={x(f)} y1={8} y2={HEIGHT - 24} stroke="var(--rule)" />
          <text x={x(f)} y={HEIGHT - 8} fontSize="11" textAnchor="middle" fill="var(--soft)">
            {f} °F
          </text>
        </g>
      ))}
      {[0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <line x1={36} x2={WIDTH - 10} y1={y(most * share)} y2={y(most * share)} stroke="var(--rule)" />
          <text x={32} y={y(most * share) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
            {Math.round(most * share)}
          </text>
        </g>
      ))}
      <polyline points={line('bubble')} fill="none" stroke="var(--ink)" strokeWidth="2.2" />
      <polyline points={line('dew')} fill="none" stroke="var(--verdigris)" strokeWidth="2.2" strokeDasharray="6 3" />
      <text x={WIDTH - 14} y={y(most) + 22} fontSize="11" textAnchor="end" fill="var(--ink)">
        solid: bubble, broken: dew, psig
      </text>
      {psig === undefined ? null : <line x1={36} x2={WIDTH - 10} y1={y(psig)} y2={y(psig)} stroke="var(--copper)" strokeWidth="2" />}
      {tempF === undefined ? null : <line x1={x(tempF)} x2={x(tempF)} y1={8} y2={HEIGHT - 24} stroke="var(--copper)" strokeWidth="2" />}
    </svg>
  );
}
