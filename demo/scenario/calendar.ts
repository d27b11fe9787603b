import { seededRandom } from '#core/base/random';
import { addDays, weekday } from '#core/base/time';
import type { Row } from './types.ts';
import { Writer } from './writer.ts';

const WEEKS = 8;

const following = (today: string, monthDay: string): string => {
  const year = Number(today.slice(0, 4));
  return `${`${year}-${monthDay}` >= today ? year : year + 1}-${monthDay}`;
};

/**
 * Who is ill, on holiday or at a training, who is on call in the weeks to come, and on which days nobody
 * works. Ids come from a source of its own, so that the stories stay as they are.
 */
export function writeCalendar({ rows }: Writer, seed: number): void {
  const { today } = rows;
  const id = () => ids.id();
  const ids = new Writer(today, seededRandom(seed));
  const technicians = rows.users.filter((user) => user.role === 'technician');
  const called = (login: string) => technicians.find((user) => user.login === login) as Row;
  const away = (login: string, kind: string, from: number, until: number, note: string | null = null) =>
    rows.absences.push({
      id: id(),
      user_id: called(login).id,
      kind,
      from_day: addDays(today, from),
      until_day: addDays(today, until),
      note,
    });
  away('jory', 'ill', 0, 2, 'rang at six, back on his feet by the weekend');
  away('tobiah', 'on holiday', 5, 16);
  away('petra', 'training', 9, 10, 'water treatment, refresher');
  const monday = addDays(today, 1 - weekday(today));
  const rota = technicians.filter((user) => !['jory', 'tobiah'].includes(String(user.login)));
  for (let week = 0; week < WEEKS; week++)
    rows.on_call.push({
      id: id(),
      user_id: (rota[week % rota.length] as Row).id,
      from_day: addDays(monday, week * 7),
      until_day: addDays(monday, week * 7 + 6),
    });
  for (const [name, monthDay] of [
    ['New Year’s Day', '01-01'],
    ['Christmas Day', '12-25'],
  ] as const)
    rows.holidays.push({ id: id(), on_day: following(today, monthDay), name });
}
