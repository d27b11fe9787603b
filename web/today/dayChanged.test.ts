import { changeWords } from './DayChanged.tsx';

const words = (what: 'new' | 'moved' | 'off', startAt: number | null, was: number | null = null) =>
  changeWords({ site: 'Dome House', startAt, changed: { what, was } });

it.each([
  [words('new', 600), 'Dome House is new at 10:00.'],
  [words('new', null), 'Dome House is new.'],
  [words('moved', 620, 570), 'Dome House is at 10:20 now, not at 09:30.'],
  [words('moved', 620), 'Dome House is at 10:20 now.'],
  [words('off', 600), 'Dome House is off: nobody goes there.'],
])('%s', (said, wanted) => expect(said).toBe(wanted));
