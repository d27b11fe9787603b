import { circuitFacts, readingResults, type Reading, type ReadingPoint, type ReadingSet } from './index.ts';

const set = (values: Partial<Record<ReadingPoint, [number, string]>>, given: Partial<ReadingSet> = {}): ReadingSet => ({
  mode: 'cooling',
  readings: Object.entries(values).map(([point, [value, unit]]) => ({ point: point as ReadingPoint, value, unit }) satisfies Reading),
  ...given,
});

describe('a reading set', () => {
  it('gives superheat and subcooling at once from the chart points of R-410A (118.4 psig is 40 °F, 318.5 psig is 100 °F)', () => {
    const { results } = readingResults(
      set({ 'suction pressure': [118.4, 'psig'], 'suction line': [52, '°F'], 'liquid pressure': [318.5, 'psig'], 'liquid line': [90, '°F'] }),
      { refrigerant: 'R-410A' },
    );
    expect(results.map((r) => [r.name, Math.round(r.value), r.verdict])).toEqual([
      ['superheat', 12, 'within'],
      ['subcooling', 10, 'within'],
    ]);
  });

  it('reads metric entries as the same physics', () => {
    const { results } = readingResults(set({ 'return air': [24, '°C'], 'supply air': [14, '°C'] }), {});
    expect(results[0]?.value).toBeCloseTo(18, 6);
  });

  it('leaves out what nobody measured instead of taking it for zero', () => {
    expect(readingResults(set({ 'suction pressure': [118, 'psig'] }), { refrigerant: 'R-410A' })).toEqual({ results: [], troubles: [] });
    expect(readingResults(set({ 'suction pressure': [118, 'psig'], 'suction line': [50, '°F'] }), {}).results).toEqual([]);
  });

  it('waits with the reason where charge cannot be judged', () => {
    const { results } = readingResults(set({ 'liquid pressure': [250, 'psig'], 'liquid line': [80, '°F'] }, { outdoorF: 50 }), {
      refrigerant: 'R-410A',
    });
    expect(results[0]).toMatchObject({ verdict: 'wait', notes: [expect.any(String), expect.stringContaining('below 65 °F')] });
  });

  it('says why when a pressure lies outside the curve', () => {
    const { troubles } = readingResults(set({ 'suction pressure': [900, 'psig'], 'suction line': [50, '°F'] }), { refrigerant: 'R-22' });
    expect(troubles).toEqual([{ name: 'superheat', why: expect.stringContaining('outside the curve') }]);
  });

  it('gives both unbalances', () => {
    const { results } = readingResults(
      set(
        {
          'volts L1-L2': [462, 'V'],
          'volts L2-L3': [463, 'V'],
          'volts L3-L1': [455, 'V'],
          'amps L1': [20, 'A'],
          'amps L2': [21, 'A'],
          'amps L3': [20, 'A'],
        },
        { mode: 'off' },
      ),
      {},
    );
    expect(results.map((r) => [r.name, r.verdict])).toEqual([
      ['voltage unbalance', 'high'],
      ['current unbalance', 'within'],
    ]);
  });

  it('goes by what is on record: a fixed device has no superheat of its own, a plate’s subcooling wins (common practice)', () => {
    const taken = set({
      'suction pressure': [118.4, 'psig'],
      'suction line': [60, '°F'],
      'liquid pressure': [318.5, 'psig'],
      'liquid line': [85, '°F'],
    });
    const [superheat, subcooling] = readingResults(taken, { refrigerant: 'R-410A', metering: 'orifice', subcoolingTargetF: 14 }).results;
    expect(superheat).toMatchObject({ verdict: 'wait', expected: 'by the weather' });
    expect(superheat?.notes.join()).toMatch(/indoor wet bulb/);
    expect(subcooling).toMatchObject({ verdict: 'within', expected: '11–17 °F', expectedFrom: 'plate, 14 °F' });
    expect(readingResults(taken, { refrigerant: 'R-410A', metering: 'expansion valve' }).results.map((r) => r.verdict)).toEqual(['high', 'high']);
  });

  it('finds the facts of a circuit; a target of another school is no subcooling', () => {
    const unit = {
      circuits: [{ number: 2, refrigerant: 'R-22', metering: 'orifice' }],
      details: { charging: { method: 'approach', targetF: 6 } },
    } as const;
    expect(circuitFacts(unit, 2)).toEqual({ refrigerant: 'R-22', metering: 'orifice' });
    expect(circuitFacts({ ...unit, details: { charging: { method: 'subcooling', targetF: 11 } } }, 2)).toMatchObject({ subcoolingTargetF: 11 });
    expect(circuitFacts(undefined, 1)).toEqual({ refrigerant: undefined, metering: undefined });
  });
});
