import { refrigerantDoubts } from '#core/evidence';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { actWords, conditionFor, conditionText, standingActs } from './acts.ts';
import type { Line } from './lines.ts';

let serial = 0;
const line = (kind: string, body: Record<string, unknown>, unitId: string | null = 'u1'): Line => {
  const id = `l${++serial}`;
  const at = `2026-06-03T14:${String(serial).padStart(2, '0')}:00Z`;
  return { id, rootId: id, kind, unitId, pointId: null, body, occurredAt: at, author: null, amended: false };
};
const co = (room: number, unitId = 'u1') =>
  line(
    'reading set',
    { mode: 'heating', readings: [{ point: 'room CO', value: room, unit: 'ppm' }] },
    unitId,
  );
const volts = (v: number) =>
  line('reading set', {
    mode: 'cooling',
    readings: ['L1-L2', 'L2-L3', 'L3-L1'].map((pair, i) => ({
      point: `volts ${pair}`,
      value: i === 0 ? v : 460,
      unit: 'V',
    })),
  });
const acts = (...lines: Line[]) =>
  standingActs(lines, () => undefined, DEFAULT_LIMITS).map((act) => actWords(act));

describe('what has to be acted on', () => {
  it('is what the last reading of its kind on a unit says', () => {
    expect(acts(co(80))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80), co(2))).toEqual([]);
    expect(acts(co(2), co(80))).toEqual(['CO in the room 80 ppm']);
    expect(acts(co(80), co(2, 'u2'))).toEqual(['CO in the room 80 ppm']);
  });

  it('by the server’s word where it has come, else by the same core', () => {
    const [own] = standingActs([co(80)], () => undefined, DEFAULT_LIMITS);
    const kept = line('reading set', { mode: 'heating', readings: [], answers: [own!.answer] });
    expect(acts(kept)).toEqual(['CO in the room 80 ppm']);
    const card = line('measurement', {
      card: 'combustion',
      inputs: { ambient: { value: 40, unit: 'ppm' }, o2: { value: 20.9, unit: '%' } },
    });
    expect(acts(card)).toEqual(['CO in the room 40 ppm']);
  });

  it('is in front of everybody once it was left open, and asks anew when it is read anew', () => {
    const [act] = standingActs([volts(200)], () => undefined, DEFAULT_LIMITS);
    const left = line('condition left', { condition: conditionFor(act!), text: conditionText(act!) });
    const first = volts(200);
    const lines = [{ ...first, occurredAt: '2026-06-03T10:00:00Z' }, left];
    expect(acts(...lines)).toEqual([]);
    expect(acts(...lines, volts(200))).toEqual([actWords(act!)]);
    const other = line('condition left', { condition: 'filters out', text: 'none on the truck' });
    expect(acts(first, other)).toHaveLength(1);
  });

  it('carbon monoxide is left open as a hazard, the rest as a reading', () => {
    const of = (one: Line) => conditionFor(standingActs([one], () => undefined, DEFAULT_LIMITS)[0]!);
    expect([of(co(80)), of(volts(200))]).toEqual(['carbon monoxide found', 'reading to act on']);
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
