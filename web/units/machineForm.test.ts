import { machinePatch } from '#contracts/units';
import { compressorText, patchFrom, readCompressors, typedFrom } from './machineForm.ts';

const unit = {
  manufacturer: 'Norvane',
  model: 'NV120',
  serial: null,
  builtOn: '2014-05-01',
  tons: 10,
  voltage: 208,
  phase: 3,
  handlingNotes: null,
  details: {
    electrical: { mcaA: 33.7, mocpA: 50 },
    heat: { fuel: 'natural gas', stagesBtuh: [120000, 180000], riseMinF: 35, riseMaxF: 65 },
    blower: { drive: 'belt', belts: [{ size: 'A48', count: 2 }], motorPulleyIn: 3.4 },
    filters: [
      { size: '20x20x2', count: 4 },
      { size: '16x25x2', count: 2 },
    ],
    outdoorAir: 'economizer',
    charging: { method: 'subcooling', targetF: 11 },
  },
  circuits: [
    {
      id: 'x',
      number: 1,
      refrigerant: 'R-410A',
      chargeLb: 9.5,
      metering: 'expansion valve',
      compressors: [{ stage: 1, rlaA: 13.2, lraA: 93 }],
    },
  ],
} as const;

describe('the form of the machine', () => {
  it('shows what is known, and what comes back from it unchanged is the same', () => {
    const { patch, errors } = patchFrom(typedFrom(unit));
    expect([...errors]).toEqual([]);
    expect(patch.details).toEqual(unit.details);
    const { id: _id, ...circuit } = unit.circuits[0];
    expect(patch.circuits).toEqual([circuit]);
    expect(machinePatch.safeParse({ ...patch, version: 1 }).success).toBe(true);
  });

  it('keeps what is not known unknown, never zero', () => {
    const { patch } = patchFrom(typedFrom({ ...unit, tons: null, details: {}, circuits: [] }));
    expect(patch).toMatchObject({ tons: null, serial: null, details: {}, circuits: [] });
  });

  it('says at the field what cannot be read', () => {
    const typed = { ...typedFrom(unit), mcaA: 'about 30', filters: '1.5 × 20x20', stagesBtuh: 'high' };
    const { errors } = patchFrom(typed);
    expect(errors.get('mcaA')).toMatch(/write digits, such as 12.5/);
    expect(errors.get('filters')).toMatch(/whole number/);
    expect(errors.get('stagesBtuh')).toMatch(/"high" is no number/);
  });

  it('reads numbers as people write them: thousands, fractions, pounds with ounces, other units', () => {
    const circuit = {
      number: 1,
      refrigerant: 'R-410A',
      chargeLb: '7 lb 6 oz',
      metering: '',
      compressors: '',
    };
    const typed = {
      ...typedFrom(unit),
      stagesBtuh: '150,000, 200,000',
      motorHp: '1 1/2',
      cfm: '1,200',
      manifoldInWc: '3,5',
      tons: '35 kW',
      circuits: JSON.stringify([circuit]),
    };
    const { patch, errors } = patchFrom(typed);
    expect([...errors]).toEqual([]);
    expect(patch.details).toMatchObject({
      heat: { stagesBtuh: [150_000, 200_000], manifoldInWc: 3.5 },
      blower: { motorHp: 1.5, cfm: 1200 },
    });
    expect(patch.tons).toBeCloseTo(9.95, 2);
    expect(patch.circuits).toMatchObject([{ chargeLb: 7.375 }]);
    for (const written of ['150000,200000', '150000; 200000', '150,000; 200,000'])
      expect(patchFrom({ ...typed, stagesBtuh: written }).patch.details).toMatchObject({
        heat: { stagesBtuh: [150_000, 200_000] },
      });
  });

  it('reads compressors as they are written', () => {
    expect(readCompressors('1 13.2/93, 2 7; 3')).toEqual([
      { stage: 1, rlaA: 13.2, lraA: 93 },
      { stage: 2, rlaA: 7 },
      { stage: 3 },
    ]);
    expect(compressorText(readCompressors('1 13.2/93, 2 7, 3'))).toBe('1 13.2/93, 2 7, 3');
    expect(() => readCompressors('big one')).toThrow(/stage, then/);
  });
});
