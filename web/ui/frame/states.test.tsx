import { attributes, paint, words } from '../../testing/paint.tsx';
import { List } from '../lists/List.tsx';
import type { ListColumn } from '../lists/listShape.ts';
import { Plate } from '../marks/Plate.tsx';
import { Empty, Loading, Trouble } from './Screen.tsx';

interface Row {
  readonly id: string;
  readonly name: string;
  readonly tons: number | null;
}
const columns: readonly ListColumn<Row>[] = [
  { id: 'name', header: 'Name', sort: 'name', cell: (row) => row.name },
  { id: 'tons', header: 'Size', right: true, cell: (row) => row.tons ?? '–' },
];
const rows: Row[] = [
  { id: '1', name: 'RTU-1', tons: 5 },
  { id: '2', name: 'RTU-2', tons: null },
];
const state = { q: '', sort: 'name', dir: 'asc', offset: 0, limit: 50, set: () => undefined } as const;
const answer = { data: { rows, total: 2 }, isFetching: false, refetch: () => undefined };
const list = (given: { state?: object; answer?: object } = {}) =>
  paint(
    <List
      label="units"
      columns={columns}
      state={{ ...state, ...given.state }}
      answer={{ ...answer, ...given.answer } as typeof answer}
      empty="No unit yet. Import some, or add one."
      page={async () => ({ rows, total: 2 })}
    />,
  );

describe('a list', () => {
  it('says how many there are, in which order, and what is not known is a dash', () => {
    const markup = list();
    expect(words(markup)).toMatch(/2 units.*RTU-1 Size: 5 RTU-2 Size: –/);
    expect(attributes(markup, 'aria-sort')).toEqual(['ascending']);
    expect(attributes(list({ state: { dir: 'desc' } }), 'aria-sort')).toEqual(['descending']);
    expect(words(list({ answer: { data: { rows: rows.slice(1), total: 1 } } }))).toContain('1 unit');
  });

  it('while it is fetched says so; when it is fetched anew what is there stays', () => {
    expect(words(list({ answer: { data: undefined, isFetching: true } }))).toContain('Fetching units …');
    expect(words(list({ answer: { isFetching: true } }))).toMatch(/2 units ….*RTU-1/);
  });

  it('with nothing in it says what to do, and that it was the search where it was', () => {
    const nothing = { data: { rows: [], total: 0 } };
    expect(words(list({ answer: nothing }))).toContain('No unit yet. Import some, or add one.');
    expect(words(list({ answer: nothing, state: { q: 'walrus' } }))).toContain('Nothing matches “walrus”.');
    expect(list({ answer: nothing })).not.toContain('<table');
  });

  it('that cannot be fetched says why and offers to try again', () => {
    const said = words(list({ answer: { data: undefined, error: { status: 'FETCH_ERROR' } } }));
    expect(said).toMatch(
      /No connection to the server What you typed is kept\. Try again when there is a signal\. Try again/,
    );
  });

  it('longer than a page is turned by pages, and not beyond its ends', () => {
    const long = { data: { rows, total: 120 } };
    const buttons = (offset: number) => {
      const pages = list({ answer: long, state: { offset } }).split('<nav')[1] as string;
      return [...pages.matchAll(/<button[^>]*>/g)].map(([button]) => button.includes(' disabled=""'));
    };
    expect(words(list({ answer: long, state: { offset: 50 } }))).toContain('51–100 of 120');
    expect([buttons(0), buttons(50), buttons(100)]).toEqual([
      [true, false],
      [false, false],
      [false, true],
    ]);
    expect(list()).not.toContain('<nav');
  });
});

describe('what a screen says while it has nothing to show', () => {
  it('fetching, empty and trouble are told to those who do not see them', () => {
    expect(paint(<Loading what="the roof" />)).toContain('role="status"');
    expect(paint(<Trouble error={{ status: 500, data: { title: 'x' } }} />)).toContain('role="alert"');
    expect(words(paint(<Empty>Nobody has drawn it.</Empty>))).toBe('Nobody has drawn it.');
  });

  it('trouble names every wrong field; an answer that is none of ours gets a sentence of its own', () => {
    const problem = {
      title: 'Something in it is not right',
      status: 422,
      errors: [{ path: 'lat', message: 'lies off the earth' }],
    };
    expect(words(paint(<Trouble error={{ status: 422, data: problem }} />))).toBe(
      'Something in it is not right lat: lies off the earth',
    );
    for (const error of [undefined, null, 'oops', new Error('x'), { status: 502, data: '<html>' }])
      expect(words(paint(<Trouble error={error} />))).toBe('Something went wrong');
  });
});

describe('the plate of a unit', () => {
  const plate = (given: object) => paint(<Plate tag="RTU-4" to="/units/4" {...given} />);

  it('says its state in words, and shows it by outline and sign', () => {
    expect(attributes(plate({ flagKinds: [] }), 'aria-label')).toEqual([
      expect.stringMatching(/^Unit RTU-4, /),
    ]);
    const [plain, hazard, idle, left] = [
      { flagKinds: [] },
      { flagKinds: ['hazard'] },
      { flagKinds: [], status: 'out of use' },
      { flagKinds: ['left open'] },
    ].map(plate);
    expect(attributes(hazard as string, 'aria-label').join()).toMatch(/hazard/i);
    expect(attributes(idle as string, 'aria-label').join()).toMatch(/out of use/);
    expect(attributes(left as string, 'aria-label').join()).toMatch(/left/);
    expect(idle).toContain('border-dashed');
    expect(new Set([plain, hazard, idle, left]).size).toBe(4);
    expect(plate({})).toContain('border-dotted');
    expect(attributes(plate({}), 'aria-label')).toEqual(['Unit RTU-4, not known yet']);
    expect(plain).not.toContain('border-dotted');
  });
});
