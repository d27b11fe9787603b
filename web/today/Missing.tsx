import { Link } from 'react-router';
import { plural } from '#core/base/sentences';
import type { Missing as MissingRow, MissingKind } from '#contracts/setup';
import { useMissingQuery } from '../api/setup.ts';
import { Panel } from '../ui/frame/Screen.tsx';

const are = (n: number): string => (n === 1 ? 'is' : 'are');
const have = (n: number): string => (n === 1 ? 'has' : 'have');

/** What is missing, what it holds up, and where it is mended. */
const LINES: Readonly<Record<MissingKind, readonly [to: string, text: (row: MissingRow) => string]>> = {
  yard: ['/people', () => 'The yard is not on the map: no crew knows where to start'],
  crews: ['/people', () => 'There is no crew yet'],
  members: ['/people', ({ count }) => `${plural(count, 'crew')} ${have(count)} nobody in it`],
  units: ['/imports', () => 'No unit is on record: import them from your spreadsheet'],
  agreements: [
    '/agreements?state=none',
    ({ count, of }) =>
      `${count} of ${plural(of, 'customer')} ${have(count)} no agreement: nothing is due there`,
  ],
  positions: [
    '/sites/unplaced',
    ({ count, of }) => `${count} of ${plural(of, 'site')} ${are(count)} not on the map`,
  ],
  hours: [
    '/sites?show=sites&hours=not known',
    ({ count }) => `Nobody knows when ${plural(count, 'site')} ${are(count)} open`,
  ],
  contacts: [
    '/sites?show=sites&contact=not known',
    ({ count }) => `Nobody is on record to be told at ${plural(count, 'site')}`,
  ],
  plates: [
    '/sites?show=units&plate=not known',
    ({ count }) => `${plural(count, 'unit')} ${have(count)} no model or no year`,
  ],
  words: [
    '/settings',
    ({ count }) => `${plural(count, 'word')} for parts ${count === 1 ? 'stands' : 'stand'} for nothing yet`,
  ],
};

/** What the company still lacks; a short list that shrinks, and is gone when nothing is missing. */
export function Missing() {
  const { data } = useMissingQuery();
  if (!data || data.length === 0) return null;
  return (
    <Panel title="Still missing">
      <ul className="divide-y divide-rule">
        {data.map((row) => {
          const [to, text] = LINES[row.kind];
          return (
            <li key={row.kind} className="py-1">
              <Link to={to} className="link">
                {text(row)}
              </Link>
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}
