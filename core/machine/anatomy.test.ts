import { kindsOf, TRADE_TASKS } from '#core/upkeep/maintenance';
import { FAULT_NAMES, FAULTS, faultsOf, USUAL_SPEC } from '#core/simulation';
import { SYSTEMS, UNIT_KINDS } from '#core/base/vocabulary';
import {
  ANATOMY,
  circuitsOf,
  FAILURES,
  hasSlot,
  isConsumable,
  kindsWith,
  normaliseWord,
  PART_IDS,
  partOf,
  partOfWord,
  slotFor,
  slotKey,
  partOnCircuit,
  slotName,
  slotOfKey,
  slotsOf,
  systemsOf,
} from './index.ts';

describe('words for parts', () => {
  it('mean what technicians mean by them, whatever case and spaces; the rest stays unmapped', () => {
    expect(partOfWord('  Run   Cap. ')).toBe('capacitor');
    expect(partOfWord('TXV')).toBe('metering device');
    expect(partOfWord('Compressor #2')).toBe('compressor');
    expect(partOfWord('circuit 1 compressor')).toBe('compressor');
    expect(partOfWord('compressor2')).toBeUndefined();
    expect(partOfWord('doohickey')).toBeUndefined();
    expect(partOfWord('doohickey', new Map([['doohickey', 'economizer']]))).toBe('economizer');
  });

  it('tell duties apart that share a name: a repeat is of a duty (common practice)', () => {
    expect(partOfWord('ignition module')).toBe('ignition control');
    expect(partOfWord('control board')).toBe('main board');
    expect(partOfWord('rollout')).toBe('rollout switch');
    expect(partOfWord('high limit')).toBe('limit switch');
    expect(partOfWord('hps')).toBe('high-pressure switch');
    expect(partOfWord('spark electrode')).toBe('spark lead');
  });

  it('that depend on the system wait for it: a pressure switch of the heat proves combustion air', () => {
    expect(partOfWord('pressure switch')).toBeUndefined();
    expect(partOfWord('pressure switch', new Map(), 'cooling')).toBeUndefined();
    expect(partOfWord('pressure switch', new Map(), 'heating')).toBe('combustion-air proof');
  });

  it('stand for one part each', () => {
    const owner = new Map<string, string>();
    for (const id of PART_IDS)
      for (const word of new Set([id, ...partOf(id).words].map(normaliseWord))) {
        expect([word, owner.get(word) ?? id]).toEqual([word, id]);
        owner.set(word, id);
      }
  });
});

describe('parts', () => {
  it('each belong to a system, do something, and can fail in ways that have a name', () => {
    for (const id of PART_IDS) {
      const part = partOf(id);
      expect(SYSTEMS).toContain(part.system);
      expect(part.duty.length).toBeGreaterThan(5);
      expect(part.failsBy.length).toBeGreaterThan(0);
      for (const failure of part.failsBy) expect(FAILURES).toContain(failure);
    }
  });

  it('filters and belts run out; a compressor does not', () => {
    expect(['filter', 'blower belt', 'outdoor-air mesh'].map((id) => isConsumable(id as 'filter'))).toEqual([
      true,
      true,
      true,
    ]);
    expect([isConsumable('compressor'), isConsumable(undefined)]).toEqual([false, false]);
  });
});

describe('anatomy', () => {
  it('every kind has parts, none twice, and circuits only where refrigerant runs', () => {
    for (const kind of UNIT_KINDS) {
      const { once, circuit } = ANATOMY[kind];
      expect(new Set(once).size).toBe(once.length);
      expect(once.length).toBeGreaterThan(3);
      for (const id of once) expect([kind, id, partOf(id).perCircuit === true]).toEqual([kind, id, false]);
      for (const id of circuit) expect([kind, id, partOf(id).perCircuit === true]).toEqual([kind, id, true]);
    }
    expect(circuitsOf('boiler', [])).toEqual([]);
    expect(circuitsOf('package heat pump', [])).toEqual([1]);
    expect(circuitsOf('package heat pump', [1, 2])).toEqual([1, 2]);
  });

  it('each circuit has a compressor of its own; a place is named and keyed by part and circuit', () => {
    const names = slotsOf('package gas/electric', [1, 2]).map(slotName);
    expect(names).toEqual(
      expect.arrayContaining(['circuit 1 compressor', 'circuit 2 compressor', 'inducer']),
    );
    expect(hasSlot('exhaust fan', [], { part: 'compressor', circuit: 1 })).toBe(false);
    for (const kind of UNIT_KINDS)
      for (const slot of slotsOf(kind, [1, 2])) expect(slotOfKey(slotKey(slot))).toEqual(slot);
    expect([slotOfKey('flux capacitor@'), slotOfKey('compressor@x'), slotOfKey('compressor')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(slotFor('inducer', 2)).toEqual({ part: 'inducer', circuit: null });
    expect(slotFor('compressor', 2)).toEqual({ part: 'compressor', circuit: 2 });
  });

  it('a part in a sentence names its circuit once', () => {
    expect(partOnCircuit('compressor', 2)).toBe('compressor on circuit 2');
    expect(partOnCircuit('refrigerant circuit', 1)).toBe('refrigerant circuit 1');
    expect(partOnCircuit('main board', null)).toBe('main board');
  });

  it('a kind does what its parts are for, and nothing else', () => {
    expect([...systemsOf('exhaust fan')].sort()).toEqual(['electrical', 'ventilation']);
    expect([...systemsOf('split with air handler')]).toEqual(expect.arrayContaining(['cooling', 'heating']));
    expect(systemsOf('make-up air').has('cooling')).toBe(false);
    expect(systemsOf('boiler').has('water side')).toBe(true);
    expect(kindsWith(['burner'], ['blower motor'])).toEqual(['boiler']);
    expect(kindsWith([])).toEqual([...UNIT_KINDS]);
  });

  it.each([
    ['package gas/electric', USUAL_SPEC],
    ['package heat pump', { ...USUAL_SPEC, heatInputBtuh: 0, heatPump: true, stripKw: 7.5 }],
    ['water-source heat pump', { ...USUAL_SPEC, heatInputBtuh: 0, heatPump: true, rejects: 'water' }],
  ] as const)('every fault of a simulated %s is one of a part the machine has', (kind, spec) => {
    const own = slotsOf(kind, [1]).map((slot) => slot.part as string);
    // The supply and its wires, and the loop, are no part of the machine's own.
    const outside = ['disconnect or breaker', 'wiring', 'pump or loop'];
    for (const name of faultsOf(spec)) expect([...own, ...outside]).toContain(FAULTS[name].part);
    for (const name of FAULT_NAMES) expect(PART_IDS).toContain(FAULTS[name].part);
  });

  it('maintenance comes round on the kinds that have what is worked on', () => {
    const kinds = Object.fromEntries(TRADE_TASKS.map((task) => [task.key, kindsOf(task)]));
    const air = [
      'package gas/electric',
      'package heat pump',
      'package cooling only',
      'split with air handler',
    ];
    expect(kinds).toEqual({
      coils: air,
      drains: air,
      'economizer check': air.slice(0, 3),
      'electrical check': UNIT_KINDS.filter((k) => !['boiler', 'unit heater'].includes(k)),
      'electric heat check': ['package heat pump', 'split with air handler'],
      'controls check': UNIT_KINDS.filter((k) => !['boiler', 'exhaust fan'].includes(k)),
      'air balance': ['make-up air'],
      // On record, or not: no kind usually has them.
      'duct smoke detectors': [],
      exercise: [...UNIT_KINDS],
      'first power': [...UNIT_KINDS],
      'first cooling': [...air, 'water-source heat pump'],
      'first heating': ['package gas/electric', 'make-up air', 'boiler', 'unit heater'],
      'filters and belts': UNIT_KINDS.filter((k) => !['boiler', 'unit heater', 'exhaust fan'].includes(k)),
      'cooling start-up': [
        'package gas/electric',
        'package heat pump',
        'package cooling only',
        'split with air handler',
      ],
      'heating start-up': ['package gas/electric', 'make-up air', 'unit heater'],
      'heat pump defrost check': ['package heat pump'],
      'loop and condensate': ['water-source heat pump'],
      'boiler annual': ['boiler'],
      'fan and bearing': ['exhaust fan'],
    });
  });
});
