import { decode, linesOfCsv, NoTable, sortOf } from '../ui/lists/readCsv.ts';
import { cellText, tableIn } from './readTable.ts';

const bytes = (...all: number[]) => new Uint8Array(all);
const utf16 = (text: string, bigEnd: boolean, mark: boolean) => {
  const codes = [...(mark ? '\uFEFF' : ''), ...text].map((c) => c.charCodeAt(0));
  return bytes(...codes.flatMap((code) => (bigEnd ? [code >> 8, code & 255] : [code & 255, code >> 8])));
};
const table = (text: string) => tableIn(linesOfCsv(text));

describe('the text of a file', () => {
  const text = 'Kunde;Büro\n1;Straße';
  it.each([
    ['UTF-8', new TextEncoder().encode(text)],
    ['UTF-8 with a mark', new TextEncoder().encode(`\uFEFF${text}`)],
    ['Windows-1252', bytes(...[...text].map((c) => c.charCodeAt(0)))],
    ['UTF-16, little end first', utf16(text, false, true)],
    ['UTF-16, big end first', utf16(text, true, true)],
    ['UTF-16 without a mark', utf16(text, false, false)],
  ])('%s', (_what, file) => expect(decode(file)).toBe(text));

  it.each([
    ['a picture', bytes(0x89, 0x50, 0x4e, 0x47), /picture/],
    ['a PDF', bytes(0x25, 0x50, 0x44, 0x46), /PDF/],
    ['an old spreadsheet', bytes(0xd0, 0xcf, 0x11, 0xe0), /old kind/],
    ['nothing', bytes(), /empty/],
  ])('%s is said to be what it is', (_what, file, sentence) => {
    expect(() => sortOf(file)).toThrow(sentence);
    expect(() => sortOf(file)).toThrow(NoTable);
  });
  it('something unreadable is no text', () =>
    expect(() => decode(bytes(1, 0, 2, 3, 4, 5, 6, 7, 8, 200))).toThrow(NoTable));
});

describe('the table in it', () => {
  it.each([',', ';', '\t', '|'])('parted by "%s", with a title above and a blank column', (mark) => {
    const lines = [
      ['Unit list', '', '', ''],
      ['', '', '', ''],
      ['Customer', 'Tag', '', 'Type'],
      ['Quay Press', 'RTU-1', '', 'RTU'],
      ['', '', '', ''],
      ['Quay Press', 'RTU-2', '', 'RTU'],
    ];
    const found = table(lines.map((cells) => cells.join(mark)).join('\r\n'));
    expect(found).toEqual({
      headings: ['Customer', 'Tag', 'Type'],
      rows: [
        ['Quay Press', 'RTU-1', 'RTU'],
        ['Quay Press', 'RTU-2', 'RTU'],
      ],
      lines: [4, 6],
      headingLine: 3,
    });
  });

  it('quoted cells may hold separators and line ends; lines are those of the file', () => {
    const found = table('Customer,Tag,Notes\nA,1,"two\nlines, and more"\nB,2,""\n');
    expect(found.rows[0]).toEqual(['A', '1', 'two\nlines, and more']);
    expect(found.lines).toEqual([2, 4]);
  });

  it('headings that stand twice are told apart; what is no table says so', () => {
    expect(table('Customer,Date,Date\nA,1,2').headings).toEqual(['Customer', 'Date', 'Date (2)']);
    expect(() => table('only one line')).toThrow(/no table/);
  });

  it('cells of a spreadsheet become text', () => {
    expect(
      [
        new Date('2014-06-30T00:00:00Z'),
        new Date('2014-06-30T14:15:00Z'),
        true,
        2.3000000000000003,
        null,
      ].map(cellText),
    ).toEqual(['2014-06-30', '2014-06-30T14:15', 'yes', '2.3', '']);
  });
});

it('a line of nothing but units beneath the heading belongs to it', () => {
  const line = (cells: string[], at: number) => ({ cells, line: at });
  const table = tableIn([
    line(['Customer', 'Site', 'Unit', 'Kind', 'Capacity', 'Charge'], 1),
    line(['', '', '', '', 'kW', '(kg)'], 2),
    line(['Trust', 'School', 'RTU-1', 'rooftop', '35.2', '4'], 3),
  ]);
  expect(table.headings.slice(-2)).toEqual(['Capacity (kW)', 'Charge (kg)']);
  expect(table.rows).toEqual([['Trust', 'School', 'RTU-1', 'rooftop', '35.2', '4']]);
  expect(table.lines).toEqual([3]);
});
