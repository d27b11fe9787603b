import { refrigerantDoubts } from '#core/evidence';
import { answer, DEFAULT_LIMITS } from '#core/measuring/answers';
import type { EntryView } from '#contracts/visits';
import { actOfAnswer, actsOn, actWords, mayExplain, named } from './acts.ts';
import { standingOn } from './standing.ts';
import { page } from './testing/page.ts';

let serial = 0;
const line = (
  kind: EntryView['kind'],
  body: Record<string, unknown>,
  more: Partial<EntryView> = {},
): EntryView => {
  const id = `l${++serial}`;
  const at = new Date(Date.UTC(2026, 5, 3, 10, serial)).toISOString();
  return {
    ...{ id, rootId: id, kind, unitId: 'u', pointId: null, callId: null, body, author: null },
    ...{ occurredAt: at, recordedAt: at, supersedes: null, reason: null },
    ...more,
  };
};
const co = (room: number, more: Partial<EntryView> = {}, mode = 'heating') =>
  line('reading set', { mode, readings: [{ point: 'room CO', value: room, unit: 'ppm' }] }, more);
const volts = (v: number) =>
  line('reading set', {
    mode: 'cooling',
    readings: ['L1-L2', 'L2-L3', 'L3-L1'].map((pair, i) => ({
      point: `volts ${pair}`,
      value: i === 0 ? v : 460,
      unit: 'V',
    })),
  });
const actsIn = (entries: readonly EntryView[], since = 0) =>
  actsOn(standingOn(page({ entries, since }), [], DEFAULT_LIMITS));
const acts = (...entries: EntryView[]) => actsIn(entries).map((act) => actWords(act, 'US'));

describe('what has to be acted on', () => {
  it('is said with its newest number, in the units of whoever reads it', () => {
    const hot = line('measurement', {
      card: 'air',
      answers: [
        answer({
          name: 'superheat',
          value: 45,
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          formula: 'measured',
          source: 'common practice',
          advice: 'act',
          decimals: 0,
        }),
      ],
    });
    expect(actsIn([hot]).map((act) => [actWords(act, 'US'), actWords(act, 'metric')])).toEqual([
      ['superheat 45 °F', 'superheat 25 °C'],
    ]);
  });
  it('is what the last reading of its kind on a unit says, with the machine running', () => {
    expect(acts(co(80))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80), co(2))).toEqual([]);
    expect(acts(co(80), co(2, {}, 'off'))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80), co(2, {}, 'cooling'))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(2), co(80))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80), co(2, { unitId: 'u2' }))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80, { unitId: null, pointId: 'p' }))).toEqual(['CO in the room 80 ppm']);
  });

  it('by the server’s word where it has come, else by the same core', () => {
    const given = { name: 'CO in the room', value: 80, unit: 'ppm', quantity: 'concentration', decimals: 0 };
    const kept = line('reading set', {
      ...{ mode: 'heating', readings: [] },
      answers: [{ ...given, advice: 'act', text: '' }],
    });
    expect(acts(kept)).toEqual(['CO in the room 80 ppm']);
    const card = line('measurement', {
      card: 'combustion',
      inputs: { ambient: { value: 40, unit: 'ppm' }, o2: { value: 20.9, unit: '%' } },
    });
    expect(acts(card)).toEqual(['CO in the room 40 ppm']);
  });

  it('counts from a day on: older lines stand as they were read', () => {
    const old = co(80);
    const day = Date.parse(old.recordedAt);
    expect(actsIn([old], day)).toHaveLength(1);
    expect(actsIn([old], day + 1)).toHaveLength(0);
  });

  it('has led to what was left open because of it, by its rule and never by its words', () => {
    const first = volts(200);
    const all = actsIn([first]);
    const act = all[0]!;
    const left = line('condition left', { condition: 'reading to act on', text: 'x', act: named(act) });
    const words = line('condition left', { condition: 'reading to act on', text: act.condition.text });
    expect(acts(first, words)).toHaveLength(all.length);
    expect(acts(first, left)).toHaveLength(all.length - 1);
    expect(actOfAnswer(all, first.id, { name: act.condition.rule! })).toBe(act);
    // CO₂ is another thing than CO.
    expect(actOfAnswer(actsIn([co(80)]), first.id, { name: 'CO₂' })).toBeUndefined();
  });

  it('may be explained by name, but for carbon monoxide and gas', () => {
    const of = (entry: EntryView) => mayExplain(actsIn([entry])[0]!);
    expect([of(co(80)), of(volts(200))]).toEqual([false, true]);
    const first = volts(200);
    const explained = actsIn([first]).map((act) =>
      line('explained', { act: named(act), text: 'generator on test' }),
    );
    expect(acts(first, ...explained)).toEqual([]);
    const room = co(80);
    const talk = line('explained', { act: named(actsIn([room])[0]!), text: 'a truck outside' });
    expect(acts(room, talk)).toEqual(['CO in the room 80 ppm']);
  });
});

describe('pounds that are asked about before they are written', () => {
  const circuits = [
    { number: 1, refrigerant: 'R-410A', chargeLb: 10 },
    { number: 2, refrigerant: 'R-410A', chargeLb: null },
  ];
  const asked = (given: object, own = circuits) => refrigerantDoubts(given, own).length;

  it('another refrigerant than the plate’s, and more than the charge', () => {
    expect(asked({ refrigerant: 'R-410A', circuit: 1, addedLb: 4 })).toBe(0);
    expect(asked({ refrigerant: 'R-22', circuit: 1, addedLb: 4 })).toBe(1);
    expect(asked({ refrigerant: 'R-410A', circuit: 1, addedLb: 12 })).toBe(1);
    expect(asked({ refrigerant: 'R-22', circuit: 1, recoveredLb: 12 })).toBe(2);
  });

  it('nothing is asked of what nobody knows', () => {
    expect(asked({ refrigerant: 'R-410A', circuit: 2, addedLb: 40 })).toBe(0);
    expect(asked({ refrigerant: 'R-22', addedLb: 40 })).toBe(0);
    expect(asked({ refrigerant: 'R-22', addedLb: 4 }, circuits.slice(0, 1))).toBe(1);
  });
});
