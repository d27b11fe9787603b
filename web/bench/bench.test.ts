import { cardOf, plateFacts, type Card } from '#core/measuring/cards';
import { readCard } from './filled.ts';

const charge = cardOf('charge') as Card;
const unit = {
  tag: 'RTU-3',
  circuits: [{ number: 1, refrigerant: 'R-410A', metering: 'capillary tube' }],
  details: {
    charging: { method: 'subcooling', targetF: 12 },
    heat: { fuel: 'natural gas', stagesBtuh: [80000, 120000], riseMinF: 35 },
  },
  voltage: 208,
  tons: 7.5,
} as const;
const customary = (input: { unit?: string | undefined }) => input.unit ?? '';

describe('filling a card in', () => {
  it('takes plate values by themselves, and what is typed wins over them', () => {
    const facts = plateFacts(unit);
    expect(facts).toMatchObject({
      refrigerant: 'R-410A',
      metering: 'orifice',
      subcoolingTargetF: 12,
      inputBtuh: 120000,
      gas: 'natural gas',
      volts: 208,
      tons: 7.5,
    });
    const plain = readCard(charge, { liquid: { text: '365' }, liquidLine: { text: '98' } }, facts, customary);
    expect(plain.values).toMatchObject({ refrigerant: 'R-410A', device: 'orifice', target: 12, liquid: 365 });
    expect(readCard(charge, { target: { text: '15' } }, facts, customary).values.target).toBe(15);
  });

  it('reads each field in its own unit', () => {
    const { values, inputs } = readCard(
      charge,
      { liquid: { text: '2500', unit: 'kPa(g)' }, liquidLine: { text: '37', unit: '°C' } },
      {},
      customary,
    );
    expect(values.liquid).toBeCloseTo(362.6, 1);
    expect(values.liquidLine).toBeCloseTo(98.6, 6);
    expect(inputs.liquid).toEqual({ value: 2500, unit: 'kPa(g)' });
  });

  it('a number with its unit goes before the unit of the field; thousands stay thousands', () => {
    const vacuum = cardOf('vacuum') as Card;
    const { values, inputs } = readCard(
      vacuum,
      { start: { text: '12,000' }, m1: { text: '1.6 Torr' } },
      {},
      customary,
    );
    expect([values.start, Math.round(values.m1 as number)]).toEqual([12_000, 1600]);
    expect(inputs.m1).toEqual({ value: 1.6, unit: 'Torr' });
  });

  it('names what cannot be at its field, keeps the doubtful, and leaves what is not known out', () => {
    const read = readCard(
      charge,
      { suction: { text: '-20' }, liquid: { text: '900' }, suctionLine: { text: '' } },
      {},
      customary,
    );
    expect(read.errors.get('suction')).toMatch(/full vacuum/);
    expect(read.notes.get('liquid')).toMatch(/Is it 900 kPa/);
    expect('suctionLine' in read.values).toBe(false);
  });
});
