import { standing, type Answer } from '#core/measuring/answers';
import { plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import { number } from '../words/format.ts';

const WIDTH = 84;

/**
 * Where a number lies in its band, in the height of a line: the band between posts, the number as a pointer.
 */
export function MiniBand({ answer, system }: { answer: Answer; system: UnitSystem }) {
  const { band } = answer;
  if (!band || (band.low === undefined && band.high === undefined)) return null;
  const ends = [band.low, band.high, answer.value].filter((v) => v !== undefined);
  const reach = Math.max(Math.max(...ends) - Math.min(...ends), Math.abs(answer.value) * 0.2, 1e-6);
  const [from, to] = [Math.min(...ends) - reach * 0.3, Math.max(...ends) + reach * 0.3];
  const x = (v: number) => ((v - from) / (to - from)) * WIDTH;
  const show = (v: number) =>
    number(shownValue(answer.quantity, answer.unit, v, system).value, answer.decimals);
  const unit = plainUnit(shownValue(answer.quantity, answer.unit, 0, system).unit);
  const [left, right] = [
    band.low === undefined ? 0 : x(band.low),
    band.high === undefined ? WIDTH : x(band.high),
  ];
  const limits = [
    band.low === undefined ? '' : `from ${show(band.low)}`,
    band.high === undefined ? '' : `to ${show(band.high)}`,
  ];
  return (
    <svg
      width={WIDTH}
      height="18"
      role="img"
      aria-label={`${answer.name} ${show(answer.value)} ${unit}, expected ${limits.filter(Boolean).join(' ')}`}
      className="inline-block shrink-0"
    >
      <path d={`M0 11H${WIDTH}`} stroke="var(--edge)" />
      <rect
        x={left}
        y="6"
        width={Math.max(1, right - left)}
        height="10"
        fill="var(--verdigris)"
        opacity="0.35"
      />
      {band.low === undefined ? null : <path d={`M${left} 3v15`} stroke="var(--ink)" strokeWidth="1.5" />}
      {band.high === undefined ? null : <path d={`M${right} 3v15`} stroke="var(--ink)" strokeWidth="1.5" />}
      <path
        d={`M${x(answer.value)} 12l-5 -10h10z`}
        fill={standing(answer) === 'inside' ? 'var(--verdigris)' : 'var(--ink)'}
      />
    </svg>
  );
}
