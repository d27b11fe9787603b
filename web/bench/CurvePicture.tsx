import { convert } from '#core/quantities';
import { saturationPressure, type RefrigerantName } from '#core/refrigerant';
import { shownUnit, shownValue, type UnitSystem } from '#core/quantities';

const [WIDTH, HEIGHT] = [420, 190];
const [COLD, HOT] = [-20, 140];
/** Lines of the temperature axis, in the unit that is shown. */
const TEMPERATURES = { US: [0, 40, 80, 120], metric: [-20, 0, 20, 40] } as const;

/** A round step of which about four fit. */
function roundStep(most: number): number {
  const ten = 10 ** Math.floor(Math.log10(most / 4));
  return ([1, 2, 2.5, 5, 10].find((n) => (n * ten * 4) / most >= 0.8) ?? 10) * ten;
}

/** Both curves of a refrigerant with the pressure or temperature of the card on them. */
export function CurvePicture({
  refrigerant,
  psig,
  tempF,
  system,
}: {
  refrigerant: RefrigerantName;
  psig?: number | undefined;
  tempF?: number | undefined;
  system: UnitSystem;
}) {
  const [temperature, pressure] = [
    shownUnit('temperature', '°F', system),
    shownUnit('pressureGauge', 'psig', system),
  ];
  const fahrenheit = (t: number) => convert('temperature', temperature, '°F', t);
  const most = saturationPressure(refrigerant, 'bubble', HOT);
  const mostShown = shownValue('pressureGauge', 'psig', most, system).value;
  const step = roundStep(mostShown);
  const levels = Array.from({ length: Math.floor(mostShown / step) }, (_, i) => (i + 1) * step);
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
      aria-label={`Bubble and dew pressure of ${refrigerant} from ${Math.round(convert('temperature', '°F', temperature, COLD))} to ${Math.round(convert('temperature', '°F', temperature, HOT))} ${temperature}; the answers stand below.`}
    >
      {TEMPERATURES[system].map((t) => (
        <g key={t}>
          <line x1={x(fahrenheit(t))} x2={x(fahrenheit(t))} y1={8} y2={HEIGHT - 24} stroke="var(--rule)" />
          <text x={x(fahrenheit(t))} y={HEIGHT - 8} fontSize="12" textAnchor="middle" fill="var(--soft)">
            {t} {temperature}
          </text>
        </g>
      ))}
      {levels.map((level) => {
        const at = y(convert('pressureGauge', pressure, 'psig', level));
        return (
          <g key={level}>
            <line x1={36} x2={WIDTH - 10} y1={at} y2={at} stroke="var(--rule)" />
            <text x={33} y={at + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
              {level}
            </text>
          </g>
        );
      })}
      <polyline points={line('bubble')} fill="none" stroke="var(--ink)" strokeWidth="2.2" />
      <polyline
        points={line('dew')}
        fill="none"
        stroke="var(--verdigris)"
        strokeWidth="2.2"
        strokeDasharray="6 3"
      />
      <text x={42} y={18} fontSize="12" fill="var(--ink)">
        {pressure}; solid: bubble, broken: dew
      </text>
      {psig === undefined ? null : (
        <line x1={36} x2={WIDTH - 10} y1={y(psig)} y2={y(psig)} stroke="var(--copper)" strokeWidth="2" />
      )}
      {tempF === undefined ? null : (
        <line x1={x(tempF)} x2={x(tempF)} y1={8} y2={HEIGHT - 24} stroke="var(--copper)" strokeWidth="2" />
      )}
    </svg>
  );
}
