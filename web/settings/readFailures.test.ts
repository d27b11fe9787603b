import { tableTroubles } from '#core/diagnosis';
import { failuresIn } from './readFailures.ts';

const HEAD = 'fault,circumstance,factor,source,whose\n';

it('reads the company’s rows, and passes over those that came with the table', () => {
  const text = `${HEAD}belt broken,hot day,3,our own calls,ours\nno gas,hard frost,2,common practice,Gradum\n`;
  expect(failuresIn(text)).toEqual({
    rows: [{ fault: 'belt broken', circumstance: 'hot day', factor: 3, source: 'our own calls' }],
    lines: [2],
    troubles: [],
  });
});

it('a row without a circumstance is of any day; a number is read as everywhere', () => {
  const [row] = failuresIn(`${HEAD}belt broken,,"1,5",our own calls,\n`).rows;
  expect(row?.circumstance).toBe('at all');
  expect(tableTroubles(failuresIn(`${HEAD}belt broken,,many,our own calls,\n`).rows)).toEqual([
    { row: 1, trouble: 'a factor is above 0 and at most 20' },
  ]);
});

it('says which column a file lacks', () =>
  expect(failuresIn('fault,factor\nbelt broken,2\n').troubles).toEqual([
    'The file has no columns called circumstance and source.',
  ]));

it('knows in which line a row stands, whatever stands before it, and reads semicolons', () => {
  const text =
    'fault;circumstance;factor;source;whose\nno gas;hard frost;2;x;Gradum\n\ngremlins;hot day;2;y;ours\n';
  expect(failuresIn(text)).toMatchObject({ rows: [{ fault: 'gremlins' }], lines: [4] });
});
