import { standing, type Answer } from '#core/measuring/answers';
import { number } from '../words/format.ts';
import { plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';

const WIDTH = 300;

/**
 * Where a value lies in its band: the band as a bar between posts, the value as a pointer with its number.
 */
export function BandPicture({ answer, system }: { answer: Answer; system: UnitSystem }) {
  const { band } = answer;
  if (!band || (band.low === undefined && band.high === undefined)) return null;
  const show = (value: number) => shownValue(answer.quantity, answer.unit, value, system).value;
  const [low, high, value] = [
    band.low === undefined ? undefined : show(band.low),
    band.high === undefined ? undefined : show(band.high),
    show(answer.value),
  ];
  const sister = answer.sister === undefined ? undefined : show(answer.sister.value);
  const known = [low, high, value, sister].filter((v): v is number => v !== undefined);
  const reach = Math.max(Math.max(...known) - Math.min(...known), Math.abs(value) * 0.2, 1e-6);
  const [from, to] = [Math.min(...known) - reach * 0.35, Math.max(...known) + reach * 0.35];
  const x = (v: number) => ((v - from) / (to - from)) * WIDTH;
  const [left, right] = [low === undefined ? 0 : x(low), high === undefined ? WIDTH : x(high)];
  const inside = standing(answer) === 'inside';
  const unit = plainUnit(shownValue(answer.quantity, answer.unit, 0, system).unit);
  const post = (at: number, text: number) => (
    <g>
      <line x1={at} x2={at} y1={14} y2={34} stroke="var(--ink)" strokeWidth="2" />
      <text
        x={at}
        y={47}
        fontSize="12"
        textAnchor={at < 24 ? 'start' : at > WIDTH - 24 ? 'end' : 'middle'}
        fill="var(--soft)"
      >
        {number(text, answer.decimals)}
      </text>
    </g>
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 52`}
      className="h-14 w-full max-w-96"
      role="img"
      aria-label={`${number(value, answer.decimals)} ${unit}; expected ${low === undefined ? 'up to' : number(low, answer.decimals)}${low !== undefined && high !== undefined ? ' to ' : ' '}${high === undefined ? 'and above' : number(high, answer.decimals)}`}
    >
      <line x1={0} x2={WIDTH} y1={24} y2={24} stroke="var(--rule)" strokeWidth="2" />
      <rect
        x={left}
        y={14}
        width={Math.max(1, right - left)}
        height={20}
        fill="var(--verdigris)"
        opacity="0.35"
      />
      {low === undefined ? null : post(left, low)}
      {high === undefined ? null : post(right, high)}
      {sister === undefined ? null : (
        <path
          d={`M${x(sister)} 20 l6 6 l-6 6 l-6 -6 z`}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      )}
      <path
        d={`M${x(value)} 27 l-7 -15 h14 z`}
        fill={inside ? 'var(--verdigris)' : 'var(--ink)'}
        stroke="var(--sheet)"
        strokeWidth="1.5"
      />
    </svg>
  );
}
