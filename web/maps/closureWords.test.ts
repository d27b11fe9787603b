import { closureWords } from './closureWords.ts';

const AT = new Date('2026-06-03T14:00:00Z');
const closure = {
  ...{ id: 'c', name: 'Market Bridge', straight: false, minutes: null },
  line: [
    { lat: 41, lon: -66 },
    { lat: 41, lon: -66.1 },
  ],
} as const;

it('a road that will be closed is not said to be closed now', () => {
  const now = { ...closure, line: [...closure.line] as never, from: '2026-06-03T12:00:00Z', until: null };
  expect(closureWords(now, AT, 'UTC')).toBe('Market Bridge is closed, nobody knows until when');
  const later = { ...now, minutes: 20, from: '2026-06-04T12:00:00Z', until: '2026-06-04T15:00:00Z' };
  expect(closureWords(later, AT, 'UTC')).toBe(
    'Market Bridge is 20 min slower from 4 Jun 2026, 12:00 until 4 Jun 2026, 15:00',
  );
});
