import { cardOf } from '#core/measuring/cards';
import { answer, standing, type Advice, type Answer, type Position } from '#core/measuring/answers';
import { degF, say } from '#core/base/quantities';
import { unitsChosen } from '../../device/device.ts';
import { store } from '../../state/store.ts';
import { attributes, paint, words } from '../../testing/paint.tsx';
import { AnswerLine, STANDING_WORDS } from './AnswerLine.tsx';
import { BandPicture } from './BandPicture.tsx';
import { UnitSwitch } from '../forms/UnitSwitch.tsx';

const superheat: Answer = answer({
  name: 'superheat',
  value: 18,
  unit: 'Δ°F',
  quantity: 'temperatureDifference',
  formula: 'suction line − dew(suction)',
  source: 'common practice',
  band: { low: 8, high: 15, from: 'common practice', source: 'expansion valve' },
  text: say`Evaporating at ${degF(41)}.`,
  confidence: 'fair',
  improve: ['look at the condenser'],
  sister: { value: 12, where: 'RTU-2, 1 May 2026' },
});

describe('an answer on screen', () => {
  it(
    'says value, verdict in sign and word, meaning, sister, band with its source, formula and what ' +
      'would make it surer',
    () => {
      const said = words(paint(<AnswerLine answer={superheat} system="US" />));
      for (const part of [
        'superheat 18 °F',
        '↑ high',
        'Evaporating at 41 °F.',
        'Sister RTU-2, 1 May 2026: 12 °F',
        'Band: common practice, expansion valve; fair confidence',
        'suction line − dew(suction)',
        'Surer with: look at the condenser.',
      ])
        expect(said).toContain(part);
    },
  );

  it('says the same in metric units, temperature and difference each in its own way', () => {
    const said = words(paint(<AnswerLine answer={superheat} system="metric" />));
    expect(said).toContain('superheat 10 °C');
    expect(said).toContain('Evaporating at 5 °C.');
    expect(said).toContain('Sister RTU-2, 1 May 2026: 6.7 °C');
    expect(said).not.toMatch(/°F|Δ/);
  });

  it('what is missing for any verdict stands in sight, what would only make it surer behind a tap', () => {
    const open = words(
      paint(
        <AnswerLine
          answer={{
            ...superheat,
            position: null,
            advice: 'measure first',
            improve: ['measure the wet bulb', 'look at it'],
          }}
          system="US"
        />,
      ),
    );
    expect(open).toMatch(/Evaporating at 41 °F\. To judge it: measure the wet bulb\./);
    expect(open).toMatch(/Surer with: look at it\./);
    const judged = paint(<AnswerLine answer={superheat} system="US" />);
    expect(judged.indexOf('Surer with')).toBeGreaterThan(judged.indexOf('<details'));
    expect(words(judged)).not.toContain('To judge it');
  });

  it('names the state by more than colour', () => {
    const advices: readonly (Advice | null)[] = ['act', 'wait', 'measure first', null];
    const positions: readonly Position[] = ['below', 'inside', 'above'];
    for (const advice of advices)
      for (const position of positions) {
        const shown = { ...superheat, advice, position };
        const word = STANDING_WORDS[standing(shown) as Advice | Position];
        if (word) expect(words(paint(<AnswerLine answer={shown} system="US" />))).toContain(word);
      }
    expect(new Set(Object.values(STANDING_WORDS)).size).toBe(6);
  });

  it(
    'every answer of a worked card can be shown in both systems, with a picture wherever it has a ' + 'band',
    () => {
      const answers =
        cardOf('charge')?.answers({
          refrigerant: 'R-22',
          suction: 70,
          suctionLine: 52,
          liquid: 226,
          liquidLine: 98,
          outdoor: 90,
        }) ?? [];
      expect(answers).toHaveLength(3);
      for (const a of answers)
        for (const system of ['US', 'metric'] as const) {
          expect(words(paint(<AnswerLine answer={a} system={system} />))).toContain(a.name);
          expect(paint(<BandPicture answer={a} system={system} />) !== '').toBe(a.band !== undefined);
        }
    },
  );
});

describe('the picture of a band', () => {
  const x = (markup: string): number[] =>
    [...markup.matchAll(/<line x1="([\d.]+)"/g)].map(([, at]) => Number(at));

  it('has its posts in order, and is told in words', () => {
    const markup = paint(<BandPicture answer={superheat} system="US" />);
    const [low, high] = x(markup);
    expect(low).toBeLessThan(high as number);
    expect(attributes(markup, 'aria-label').join()).toMatch(/18/);
  });

  it('is open on the side that has no limit', () => {
    const open = {
      ...superheat,
      band: { high: 15, from: 'published' as const, source: 'NEMA MG 1' },
      sister: undefined,
    };
    expect(x(paint(<BandPicture answer={open} system="US" />))).toHaveLength(
      x(paint(<BandPicture answer={superheat} system="US" />)).length - 1,
    );
    expect(paint(<BandPicture answer={{ ...superheat, band: undefined }} system="US" />)).toBe('');
  });
});

describe('the switch of units', () => {
  it('shows which units this device is set to', () => {
    expect(attributes(paint(<UnitSwitch />), 'aria-pressed')).toEqual(['true', 'false']);
    store.dispatch(unitsChosen('metric'));
    expect(attributes(paint(<UnitSwitch />), 'aria-pressed')).toEqual(['false', 'true']);
    store.dispatch(unitsChosen('US'));
  });
});
