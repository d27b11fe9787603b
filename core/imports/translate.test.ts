import { costOf } from '../base/time/testing/cost.ts';
import { doublesIn, tagDoubles } from './doubles.ts';
import {
  groupKey,
  guessKind,
  guessMapping,
  NO_SUCH_UNIT,
  tagKey,
  translate,
  type KnownNames,
  type RawTable,
  type Recipe,
} from './index.ts';
import { unitInHeading } from './headingUnits.ts';
import { saysUnknown } from './words.ts';

const table = (headings: string[], ...rows: string[][]): RawTable => ({
  headings,
  rows,
  lines: rows.map((_, i) => i + 2),
});
const recipe = (more: Partial<Recipe> = {}): Recipe => ({
  kind: 'units',
  columns: {},
  dateOrder: null,
  words: {},
  fixes: {},
  joins: {},
  ...more,
});
const NOTHING = { places: {}, people: [], makers: [] };
const position = (text: string) => {
  const [lat, lon] = text.split(',').map(Number);
  if (lat === undefined || lon === undefined || Number.isNaN(lat)) throw new RangeError('is no position');
  return { lat, lon };
};
const read = (
  t: RawTable,
  r: Recipe,
  places: KnownNames = {},
  { people = [], makers = [] }: { people?: string[]; makers?: string[] } = {},
) => translate(t, r, { places, people, makers }, { positionIn: position });

describe('headings', () => {
  it('of an ordinary list are matched by name and contents', () => {
    const t = table(
      [
        'Account Name',
        'Building',
        'Equip ID',
        'Equip Type',
        'Make',
        'Model #',
        'S/N',
        'Yr',
        'Nom. Tons',
        'V/Ph/Hz',
        'Refrig.',
        'GPS',
        'Filter size',
      ],
      [
        'Quay Press',
        'Main',
        'RTU-1',
        'RTU',
        'Norvane',
        'NV5',
        '00123',
        '2014',
        '5',
        '460/3/60',
        '410A',
        '41.5, -70.2',
        '20x20x2',
      ],
    );
    expect(guessKind(t)).toBe('units');
    const mapping = guessMapping(t, 'units');
    expect(
      Object.fromEntries(Object.entries(mapping).map(([k, v]) => [k, 'from' in v ? v.from : v.all])),
    ).toEqual({
      customer: 'Account Name',
      site: 'Building',
      unit: 'Equip ID',
      kind: 'Equip Type',
      manufacturer: 'Make',
      model: 'Model #',
      serial: 'S/N',
      built_on: 'Yr',
      tons: 'Nom. Tons',
      voltage: 'V/Ph/Hz',
      refrigerant: 'Refrig.',
      position: 'GPS',
    });
  });

  it('of a call log are told from those of a list of units', () => {
    const t = table(
      [
        'WO #',
        'Customer',
        'Location',
        'Unit',
        'Date Called',
        'Problem',
        'Work performed',
        'Tech',
        'Invoice total',
      ],
      ['1001', 'Quay Press', 'Main', 'RTU-1', '3/4/2025', 'no cooling', 'added 2 lb', 'B. Old', '$340.00'],
    );
    expect(guessKind(t)).toBe('calls');
    const mapping = guessMapping(t, 'calls');
    expect(mapping.received_at).toEqual({ from: 'Date Called' });
    expect(mapping.action).toEqual({ from: 'Work performed' });
    expect(mapping.cost).toEqual({ from: 'Invoice total' });
  });

  it('our own are matched to themselves', () => {
    const own = ['customer', 'site', 'unit', 'kind', 'built_on', 'installed_on', 'charge_lb', 'area_served'];
    const mapping = guessMapping(table(own), 'units');
    // Without a row nothing speaks against a name.
    expect(Object.keys(mapping).sort()).toEqual([...own].sort());
  });
});

describe('a row', () => {
  const columns = {
    customer: { from: 'Customer' },
    site: { all: 'Main' },
    unit: { from: 'Tag' },
    kind: { from: 'Type' },
    tons: { from: 'Tons' },
    built_on: { from: 'Built' },
  };
  const heading = ['Customer', 'Tag', 'Type', 'Tons', 'Built'];

  it('keeps what is not known unknown', () => {
    const t = table(
      heading,
      ['Quay Press', 'EF-1', 'EF', 'N/A', '?'],
      ['Quay Press', 'EF-2', 'EF', '-', 'unknown'],
    );
    expect(read(t, recipe({ columns })).rows.map((row) => row.cells)).toEqual([
      { customer: 'Quay Press', site: 'Main', unit: 'EF-1', kind: 'exhaust fan' },
      { customer: 'Quay Press', site: 'Main', unit: 'EF-2', kind: 'exhaust fan' },
    ]);
    expect(saysUnknown('0')).toBe(false);
  });

  it('with a word nobody has explained waits, once for all rows with it', () => {
    const t = table(
      heading,
      ['A', '1', 'RTU', '5', ''],
      ['A', '2', 'rtu', '5', ''],
      ['A', '3', 'Chiller', '90', ''],
    );
    const before = read(t, recipe({ columns }));
    expect(before.rows).toEqual([]);
    expect(before.words).toEqual([
      { column: 'kind', word: 'rtu', uses: 2, means: undefined, usually: 'package gas/electric' },
      { column: 'kind', word: 'chiller', uses: 1, means: undefined, usually: undefined },
    ]);
    const said = recipe({ columns, words: { kind: { rtu: 'package heat pump' } } });
    expect(read(t, said).rows.map((row) => row.cells.kind)).toEqual([
      'package heat pump',
      'package heat pump',
    ]);
    expect(read(t, said).left).toMatchObject([
      { line: 4, reason: 'kind: nobody has said what “Chiller” stands for' },
    ]);
  });

  it('with cells that cannot be read is mended by cause, with one choice for all', () => {
    const t = table(
      heading,
      ['A', '1', 'EF', 'big', ''],
      ['A', '2', 'EF', 'huge', ''],
      ['', '3', 'EF', '', ''],
      ['A', '4', 'EF', '2', ''],
    );
    const before = read(t, recipe({ columns }));
    expect(before.groups).toEqual([
      {
        column: 'tons',
        cause: 'is not a number',
        count: 2,
        needed: false,
        fix: undefined,
        samples: [
          { line: 2, value: 'big' },
          { line: 3, value: 'huge' },
        ],
      },
      {
        column: 'customer',
        cause: 'is missing',
        count: 1,
        needed: true,
        fix: undefined,
        samples: [{ line: 4, value: '' }],
      },
    ]);
    expect(before.rows.map((row) => row.line)).toEqual([5]);
    const fixes = { [groupKey('tons', 'is not a number')]: 'leave empty' as const };
    expect(read(t, recipe({ columns, fixes })).rows.map((row) => row.line)).toEqual([2, 3, 5]);
    expect(read(t, recipe({ columns, fixes })).left).toEqual([
      { line: 4, reason: 'customer: is missing', row: ['', '3', 'EF', '', ''] },
    ]);
  });

  it('dates that can be read both ways are asked about once, with what the others suggest', () => {
    const t = table(heading, ['A', '1', 'EF', '', '3/4/2015'], ['A', '2', 'EF', '', '25/4/2015']);
    expect(read(t, recipe({ columns })).order).toEqual({ samples: ['3/4/2015'], suggests: 'day first' });
    const said = read(t, recipe({ columns, dateOrder: 'day first' }));
    expect(said.rows.map((row) => row.cells.built_on)).toEqual(['2015-04-03', '2015-04-25']);
  });

  it('that stands twice and agrees is one unit; one that differs is left out with its reason', () => {
    const t = table(heading, ['A', '1', 'EF', '', ''], ['A', '1', 'EF', '2', ''], ['A', '1', 'EF', '3', '']);
    const { rows, left, notes } = read(t, recipe({ columns }));
    expect(rows).toEqual([
      { line: 2, cells: { customer: 'A', site: 'Main', unit: '1', kind: 'exhaust fan', tons: '2' } },
    ]);
    expect(left).toMatchObject([{ line: 4, reason: 'tons: “3” here, “2” on line 2 of the same unit' }]);
    expect(notes).toMatchObject([{ note: 'stands on several lines that agree; they are one', count: 1 }]);
  });
});

describe('probable doubles', () => {
  it('names that differ by case, marks, legal form or a slip; numbers tell sites apart', () => {
    const uses = new Map([
      ['Quay Press Inc.', 40],
      ['QUAY PRESS', 3],
      ['Quay Pres', 1],
      ['Mill Street 1', 5],
      ['Mill Street 2', 5],
      ['Building A', 4],
      ['Building B', 4],
      ['Harbour & Sons', 2],
      ['Harbour and Sons', 1],
    ]);
    expect(doublesIn(uses, []).map(({ name, same, how }) => `${name} = ${same} (${how})`)).toEqual([
      'QUAY PRESS = Quay Press Inc. (near)',
      'Quay Pres = Quay Press Inc. (near)',
      'Harbour and Sons = Harbour & Sons (alike)',
    ]);
    // What is on record goes first, however rare.
    expect(doublesIn(new Map([['Quay Press', 9]]), ['Quay Press, Inc.'])).toMatchObject([
      { same: 'Quay Press, Inc.' },
    ]);
  });

  it('tags within a site', () => {
    expect(
      tagDoubles(
        new Map([
          ['rtu 1', 1],
          ['RTU-01', 2],
          ['RTU-10', 1],
        ]),
        ['RTU-1'],
      ),
    ).toMatchObject([
      { name: 'RTU-01', same: 'RTU-1' },
      { name: 'rtu 1', same: 'RTU-1' },
    ]);
  });

  it('are offered until somebody has said, and joined only then', () => {
    const t = table(
      ['c', 's', 'u', 'k', 'sn'],
      ['Quay Press', 'Main', 'EF-1', 'EF', 'S1'],
      ['Quay Press Inc', 'Main', 'ef 1', 'EF', ''],
      ['Quay Press', 'Main', 'EF-2', 'EF', 's1'],
    );
    const columns = {
      customer: { from: 'c' },
      site: { from: 's' },
      unit: { from: 'u' },
      kind: { from: 'k' },
      serial: { from: 'sn' },
    };
    const before = read(t, recipe({ columns }));
    expect(before.rows).toHaveLength(3);
    expect(before.doubles.customer).toMatchObject([{ name: 'Quay Press Inc', same: 'Quay Press' }]);
    expect(before.doubles.serial).toEqual([{ serial: 'S1', lines: [2, 4] }]);
    const joins = { customer: { 'Quay Press Inc': 'Quay Press' } };
    const after = read(t, recipe({ columns, joins }));
    expect(after.doubles.customer).toEqual([]);
    expect(after.doubles.unit).toMatchObject([{ name: 'ef 1', same: 'EF-1', site: 'Main' }]);
    const all = { ...joins, unit: { [tagKey('Main', 'ef 1')]: 'EF-1' } };
    expect(read(t, recipe({ columns, joins: all })).rows.map((row) => row.cells.unit)).toEqual([
      'EF-1',
      'EF-2',
    ]);
    // Somebody who says that they are two is not asked again.
    const two = { customer: { 'Quay Press Inc': 'Quay Press Inc' } };
    expect(read(t, recipe({ columns, joins: two })).doubles.customer).toEqual([]);
  });
});

it('the rows of a company four times as large cost four times as much, not sixteen', () => {
  const headings = ['c', 's', 'u', 'k', 'd', 't', 'v', 'r', 'l'];
  const company = (size: number) =>
    Array.from({ length: size }, (_, i) => [
      `Customer ${i % (0.3 * size)} Inc`,
      `Site ${i % (0.9 * size)}`,
      `RTU-${i}`,
      'EF',
      `${(i % 12) + 1}/${(i % 28) + 1}/20${10 + (i % 14)}`,
      `${1 + (i % 20)} tons`,
      '208/230-3',
      'R410A',
      '10 lb 4 oz',
    ]);
  const names = [
    'customer',
    'site',
    'unit',
    'kind',
    'built_on',
    'tons',
    'voltage',
    'refrigerant',
    'charge_lb',
  ];
  const columns = Object.fromEntries(names.map((name, i) => [name, { from: headings[i] as string }]));
  const take = (size: number) =>
    read(table(headings, ...company(size)), recipe({ columns, dateOrder: 'month first' })).rows;
  expect(take(10_000)).toHaveLength(10_000);
  expect(costOf(() => take(10_000)) / costOf(() => take(2500))).toBeLessThan(8);
});

describe('a unit that the heading says', () => {
  it.each([
    ['Capacity (kW)', 'kw'],
    ['Cooling, MBH', 'mbh'],
    ['Charge [kg]', 'kg'],
    ['Charge kg', 'kg'],
    ['Tons', undefined],
    ['Capacity', undefined],
    ['Area served', undefined],
    ['kW', undefined],
  ])('%s: %s', (heading, unit) => expect(unitInHeading(heading)).toBe(unit));

  it('is no part of what the column is called', () => {
    const headings = ['Customer', 'Site', 'Tag', 'Type', 'Capacity (kW)', 'Charge, kg'];
    const rows = [['a', 'b', 'RTU-1', 'rooftop', '35.2', '4']];
    expect(guessMapping({ headings, rows, lines: [2] }, 'units')).toMatchObject({
      tons: { from: 'Capacity (kW)' },
      charge_lb: { from: 'Charge, kg' },
    });
  });

  it('is the unit of bare numbers: 35.2 kW are ten tons, and not 35.2', () => {
    const headings = ['customer', 'site', 'unit', 'kind', 'Capacity (kW)'];
    const row = (capacity: string, tag: string) => ['Trust', 'School', tag, 'package cooling only', capacity];
    const table = { headings, rows: [row('35.17', 'RTU-1'), row('5 tons', 'RTU-2')], lines: [2, 3] };
    const columns = Object.fromEntries(
      ['customer', 'site', 'unit', 'kind'].map((name) => [name, { from: name }] as const),
    );
    const recipe: Recipe = {
      ...{ kind: 'units', dateOrder: null, words: {}, fixes: {}, joins: {} },
      columns: { ...columns, tons: { from: 'Capacity (kW)' } },
    };
    const { rows } = translate(table, recipe, NOTHING, { positionIn: () => ({ lat: 0, lon: 0 }) });
    // 1 ton of refrigeration is 3.51685 kW (12,000 Btu/h; NIST SP 811).
    expect(Number(rows[0]?.cells.tons)).toBeCloseTo(10, 2);
    expect(rows[1]?.cells.tons).toBe('5');
  });
});

describe('what a file leaves open', () => {
  const units = (...rows: string[][]) =>
    table(['customer', 'site', 'unit', 'kind', 'manufacturer', 'serial'], ...rows);
  const of = (t: RawTable, kind: 'units' | 'calls') =>
    recipe({ kind, columns: Object.fromEntries(t.headings.map((from) => [from, { from }])) });

  it('an empty kind is said once for all rows that have none', () => {
    const t = units(['A', 'S', 'R-1', '', 'Norvane', '1'], ['A', 'S', 'R-2', '?', 'Norvane', '2']);
    const open = read(t, of(t, 'units'));
    expect(open.words).toMatchObject([{ column: 'kind', word: '', uses: 2, means: undefined }]);
    expect(open.left.map(({ reason }) => reason)[0]).toBe('kind: is empty, and nobody has said what it is');
    const said = read(t, { ...of(t, 'units'), words: { kind: { '': 'boiler' } } });
    expect(said.rows.map(({ cells }) => cells.kind)).toEqual(['boiler', 'boiler']);
    // Another column may stay empty.
    expect(read(units(['A', 'S', 'R-1', 'boiler', '', '']), of(t, 'units')).rows).toHaveLength(1);
  });

  it('spellings of a maker are one where somebody says so, those on record first', () => {
    const t = units(
      ['A', 'S', 'R-1', 'boiler', 'NORVANE', '1'],
      ['A', 'S', 'R-2', 'boiler', 'Norvane Inc.', '2'],
      ['A', 'S', 'R-3', 'boiler', 'Norvanne', '3'],
      ['A', 'S', 'R-4', 'boiler', 'Teal & Co', '4'],
    );
    const { doubles } = read(t, of(t, 'units'), {}, { makers: ['Norvane'] });
    expect(doubles.manufacturer.map(({ name, same }) => [name, same])).toEqual([
      ['NORVANE', 'Norvane'],
      ['Norvane Inc.', 'Norvane'],
      ['Norvanne', 'Norvane'],
    ]);
    const joins = { manufacturer: { NORVANE: 'Norvane', Norvanne: 'Norvanne' } };
    const said = read(t, { ...of(t, 'units'), joins }, {}, { makers: ['Norvane'] });
    expect(said.doubles.manufacturer.map(({ name }) => name)).toEqual(['Norvane Inc.']);
    expect(said.rows.map(({ cells }) => cells.manufacturer)).toEqual([
      'Norvane',
      'Norvane Inc.',
      'Norvanne',
      'Teal & Co',
    ]);
  });

  it('two lines of one unit that contradict are listed with both', () => {
    const t = units(
      ['A', 'S', 'R-1', 'boiler', 'Norvane', 'X1'],
      ['A', 'S', 'R-1', 'boiler', 'Norvane', 'X2'],
    );
    expect(read(t, of(t, 'units')).left).toMatchObject([
      { line: 3, reason: 'serial: “X2” here, “X1” on line 2 of the same unit' },
    ]);
  });

  const calls = (...rows: string[][]) =>
    table(['customer', 'site', 'unit', 'received_at', 'complaint', 'technician'], ...rows);
  const HERE = { A: { S: ['RTU-1'] } };

  it('a call for a unit that is not there stays at the site, and says which unit was written', () => {
    const t = calls(
      ['A', 'S', 'RTU-1', '2025-03-04', 'no heat', ''],
      ['A', 'S', 'RTU-9', '2025-03-05', 'no heat', ''],
      ['A', 'S', 'rtu 1', '2025-03-06', 'no heat', ''],
      ['A', 'Elsewhere', 'RTU-9', '2025-03-07', 'no heat', ''],
    );
    const open = read(t, of(t, 'calls'), HERE);
    expect(open.groups).toMatchObject([{ column: 'unit', cause: NO_SUCH_UNIT, count: 2, needed: false }]);
    // Another spelling of a tag is offered as one although its row is not taken yet.
    expect(open.doubles.unit).toMatchObject([{ name: 'rtu 1', same: 'RTU-1' }]);
    expect(open.rows.map(({ line }) => line)).toEqual([2, 5]);
    const fixes = { [groupKey('unit', NO_SUCH_UNIT)]: 'leave empty' as const };
    const joins = { unit: { [tagKey('S', 'rtu 1')]: 'RTU-1' } };
    const said = read(t, { ...of(t, 'calls'), fixes, joins }, HERE);
    expect(said.rows.map(({ cells }) => [cells.unit, cells.complaint])).toEqual([
      ['RTU-1', 'no heat'],
      [undefined, 'no heat (written for RTU-9)'],
      ['RTU-1', 'no heat'],
      ['RTU-9', 'no heat'],
    ]);
  });

  it('people are matched once for all their calls', () => {
    const t = calls(
      ['A', 'S', '', '2025-03-04', 'no heat', 'J. Brandt'],
      ['A', 'S', '', '2025-03-05', 'no heat', 'J. Brandt'],
      ['A', 'S', '', '2025-03-06', 'no heat', 'Sub & Sons'],
      ['A', 'S', '', '2025-03-07', 'no heat', 'Jo Brandt'],
    );
    const people = ['Jo Brandt'];
    expect(read(t, of(t, 'calls'), HERE, { people }).people).toEqual([
      { name: 'J. Brandt', uses: 2, is: undefined, likely: 'Jo Brandt' },
      { name: 'Sub & Sons', uses: 1, is: undefined, likely: undefined },
    ]);
    const joins = { technician: { 'J. Brandt': 'Jo Brandt', 'Sub & Sons': 'Sub & Sons' } };
    const said = read(t, { ...of(t, 'calls'), joins }, HERE, { people });
    expect(said.rows.map(({ cells }) => cells.technician)).toEqual([
      'Jo Brandt',
      'Jo Brandt',
      'Sub & Sons',
      'Jo Brandt',
    ]);
    expect(said.people.map(({ is }) => is)).toEqual(['Jo Brandt', 'Sub & Sons']);
  });
});

describe('a list of sites with contacts', () => {
  const t = table(
    [
      'Client',
      'Building',
      'Contact Name',
      'Title',
      'Phone',
      'E-mail',
      'Hours',
      'Notify by',
      'Bill to address',
    ],
    ['Kiln', 'Studio', 'Ada Quill', 'Key holder', '555-0137', 'n/a', 'M-F 8-5', 'call', 'Box 12'],
    ['Kiln', 'Studio', 'Odd Fenn', 'Owner', '', 'nowhere', 'by appointment', 'e-mail', ''],
  );
  it('is told from units and calls, and its headings are matched', () => {
    expect(guessKind(t)).toBe('sites');
    expect(guessMapping(t, 'sites')).toEqual(
      Object.fromEntries(
        [
          ...[
            ['customer', 'Client'],
            ['site', 'Building'],
            ['contact', 'Contact Name'],
            ['role', 'Title'],
          ],
          ...[
            ['phone', 'Phone'],
            ['email', 'E-mail'],
            ['hours', 'Hours'],
            ['told_by', 'Notify by'],
          ],
          ['billing_address', 'Bill to address'],
        ].map(([name, from]) => [name, { from }]),
      ),
    );
  });

  it('says what its words mean, and what it took hours for', () => {
    const { rows, left, groups, words, notes } = read(
      t,
      recipe({ kind: 'sites', columns: guessMapping(t, 'sites') }),
    );
    expect(rows.map(({ cells }) => cells)).toEqual([
      {
        ...{ customer: 'Kiln', site: 'Studio', contact: 'Ada Quill', role: 'has the key', phone: '555-0137' },
        ...{ hours: 'Mon–Fri 08:00–17:00', told_by: 'telephone', billing_address: 'Box 12' },
      },
    ]);
    expect(notes).toMatchObject([{ column: 'hours', note: 'taken as Mon–Fri 08:00–17:00' }]);
    expect(words.find(({ word }) => word === 'owner')).toMatchObject({
      means: undefined,
      usually: 'approves',
    });
    expect(groups.map(({ column }) => column).sort()).toEqual(['email', 'hours']);
    expect(left).toHaveLength(1);
  });

  it('a list of units that names a contact is one of units', () => {
    expect(
      guessKind(table(['Client', 'Building', 'Tag', 'Type', 'Make', 'Model', 'Serial', 'Contact', 'Phone'])),
    ).toBe('units');
  });
});
