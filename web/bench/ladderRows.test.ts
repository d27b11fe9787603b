import { ladderOf, lineTerminals, terminalsOf, USUAL, type LadderPlate } from '#core/circuitry/ladder';
import { ladderRows } from './ladderRows.ts';

const plates: Record<string, Partial<LadderPlate>> = {
  'package unit with gas': {},
  'two stages, monitor and float': { stages: 2, monitor: true, float: true },
  'electric heat': { heat: 'electric', strips: 3, phase: 1, volts: 240 },
  'heat pump': { heat: 'heat pump' },
  'unit heater': { heat: 'unit heater', volts: 115, phase: 1, stages: 0, proof: false },
  'hot surface, four stages': { heat: 'hot surface', stages: 4, volts: 480 },
};

describe.each(Object.entries(plates))('the drawing of a %s', (_, plate) => {
  const ladder = ladderOf({ ...USUAL, ...plate });
  const line = lineTerminals(ladder);
  const rows = ladderRows(ladder, line);

  it('shows every element once and every terminal a lead can be put on', () => {
    const drawn = rows.flatMap(({ elements }) => elements.map(({ id }) => id));
    expect(new Set(drawn).size).toBe(drawn.length);
    const undrawn = ladder.rungs
      .filter(({ kind }) => !['monitor', 'capacitor', 'board', 'control'].includes(kind))
      .filter(({ id }) => !drawn.includes(id));
    expect(undrawn.map(({ id }) => id)).toEqual([]);
    const terminals = new Set(rows.flatMap(({ nodes }) => nodes));
    // What a phase monitor and a capacitor stand on is drawn with what is behind them.
    const measured = ladder.rungs
      .filter(({ kind }) => kind !== 'monitor' && kind !== 'capacitor')
      .flatMap((rung) => terminalsOf(rung));
    expect(measured.length).toBeGreaterThan(20);
    expect(measured.filter((node) => !terminals.has(node))).toEqual([]);
  });

  it('has one terminal more than elements in a line, and what hurts first', () => {
    for (const { nodes, elements } of rows) expect(nodes).toHaveLength(elements.length + 1);
    const firstControl = rows.findIndex((row) => !row.line);
    expect(rows.slice(firstControl).some((row) => row.line)).toBe(false);
    for (const { nodes, line: hurts } of rows) expect(line.has(nodes[0] ?? '')).toBe(hurts);
  });
});
