import { plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import { standsOut, type Compared } from '#core/judging/readings';
import { number } from '../ui/words/format.ts';

const [WIDE, HIGH, MIDDLE] = [320, 44, 23];
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
  const shownAs = (one: Compared, value: number) => {
    const shown = shownValue(one.quantity, one.unit, value, system);
    return `${number(shown.value, 0)} ${plainUnit(shown.unit)}`;
  };
  return (
    <ul className="max-w-lg">
      <li className="text-soft">
        <span aria-hidden>▭</span> where a sound machine reads, <span aria-hidden>◆</span> what was read
        {letters.length > 0 ? `, ${letters.join(', ')} what it would read` : ''}
      </li>
      {compared.map((one) => (
        <li key={one.name}>
          <p className="flex flex-wrap justify-between gap-x-3">
            <span className="font-semibold">{one.name}</span>
            <span className={standsOut(one) ? 'font-bold text-ember' : ''}>
              {shownAs(one, one.read)}
              <span className="font-normal text-soft">, {shownAs(one, one.sound)} if sound</span>
            </span>
          </p>
          <Strip
            one={one}
            letters={letters}
            label={letters
              .map((letter, i) => `${letter} ${shownAs(one, one.wouldRead[i] as number)}`)
              .join(', ')}
          />
        </li>
      ))}
    </ul>
  );
}

/** One number in its own scale. */
function Strip({ one, letters, label }: { one: Compared; letters: readonly string[]; label: string }) {
  const [low, high] = [one.sound - BAND * one.off, one.sound + BAND * one.off];
  const all = [one.read, low, high, ...one.wouldRead.slice(0, letters.length)];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const x = (value: number) => 10 + ((value - least) / (most - least || 1)) * (WIDE - 20);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="w-full"
      role="img"
      aria-label={label || 'no other explanation'}
    >
      <line x1={0} x2={WIDE} y1={MIDDLE} y2={MIDDLE} className="stroke-rule" />
      <rect
        x={x(low)}
        width={x(high) - x(low)}
        y={MIDDLE - 8}
        height={16}
        className="fill-verdigris/20 stroke-verdigris"
      />
      {letters.map((letter, i) => (
        <text
          key={letter}
          x={x(one.wouldRead[i] as number)}
          y={i % 2 === 0 ? 11 : HIGH - 1}
          fontSize={12}
          textAnchor="middle"
          className="fill-ink font-semibold"
        >
          {letter}
        </text>
      ))}
      <path
        d={`M ${x(one.read)} ${MIDDLE - 8} l 7 8 l -7 8 l -7 -8 z`}
        className={standsOut(one) ? 'fill-ember' : 'fill-ink'}
      />
    </svg>
  );
}
