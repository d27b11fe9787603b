import { plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import type { Compared } from '#core/judging/readings';
import { number } from '../ui/words/format.ts';

const ROW = 38;
const [LEFT, WIDE, RIGHT] = [148, 300, 92];
const HEAD = 26;
/** Letters of explanations, as they stand in the list above. */
export const LETTERS = ['A', 'B', 'C', 'D'] as const;
/** What is read a little off is expected: so many standard deviations to each side. */
const BAND = 2;

/**
 * Each number that was read against what a sound machine would read (the band) and what it would read under each
 * explanation (letters): where the mark stands on a letter and outside the band, the number speaks for it.
 */
export function ExplainPicture({
  compared,
  letters,
  system,
}: {
  compared: readonly Compared[];
  /** Which explanations have a letter, in their order. */
  letters: readonly string[];
  system: UnitSystem;
}) {
  const height = HEAD + compared.length * ROW;
  const shownAs = (one: Compared, value: number) => {
    const shown = shownValue(one.quantity, one.unit, value, system);
    return `${number(shown.value, 0)} ${plainUnit(shown.unit)}`;
  };
  const said = compared
    .map((one) => `${one.name} ${shownAs(one, one.read)}, sound ${shownAs(one, one.sound)}`)
    .join('; ');
  return (
    <svg
      viewBox={`0 0 ${LEFT + WIDE + RIGHT} ${height}`}
      className="w-full max-w-xl"
      role="img"
      aria-label={`Read against expected: ${said}`}
    >
      <text x={LEFT} y={14} className="fill-soft" fontSize={13}>
        ▭ sound ◆ read {letters.length > 0 ? `${letters.join(', ')} explained so` : ''}
      </text>
      {compared.map((one, row) => {
        const all = [
          one.read,
          one.sound - BAND * one.off,
          one.sound + BAND * one.off,
          ...one.wouldRead.slice(0, letters.length),
        ];
        const [least, most] = [Math.min(...all), Math.max(...all)];
        const pad = 0.06 * (most - least || 1);
        const x = (value: number) => LEFT + ((value - least + pad) / (most - least + 2 * pad)) * WIDE;
        const y = HEAD + row * ROW + ROW / 2;
        const out = Math.abs(one.read - one.sound) >= BAND * one.off;
        return (
          <g key={one.name}>
            <text x={0} y={y + 5} fontSize={14} className="fill-ink">
              {one.name}
            </text>
            <line x1={LEFT} x2={LEFT + WIDE} y1={y} y2={y} className="stroke-rule" />
            <rect
              x={x(one.sound - BAND * one.off)}
              width={x(one.sound + BAND * one.off) - x(one.sound - BAND * one.off)}
              y={y - 8}
              height={16}
              className="fill-verdigris/20 stroke-verdigris"
            />
            {one.wouldRead.slice(0, letters.length).map((value, i) => (
              <text
                key={letters[i]}
                x={x(value)}
                y={y - 9 + (i % 2) * 26}
                fontSize={12}
                textAnchor="middle"
                className="fill-ink font-semibold"
              >
                {letters[i]}
              </text>
            ))}
            <path
              d={`M ${x(one.read)} ${y - 8} l 7 8 l -7 8 l -7 -8 z`}
              className={out ? 'fill-ember' : 'fill-ink'}
            />
            <text
              x={LEFT + WIDE + 8}
              y={y + 5}
              fontSize={14}
              className={out ? 'fill-ember font-bold' : 'fill-ink'}
            >
              {shownAs(one, one.read)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
