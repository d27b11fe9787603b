import { addDays, isPlainDate } from '#core/time';
import { makeScenario } from './index.ts';

/** Month ends, leap day, both clock changes, a Saturday, New Year. */
const AWKWARD = ['2026-01-31', '2028-02-29', '2026-03-08', '2026-11-01', '2026-08-15', '2027-01-01', '2026-04-19'];

describe('the demo', () => {
  it('is the same for the same day and about the size of a small company', () => {
    const [a, b] = [makeScenario('2026-06-03'), makeScenario('2026-06-03')];
    expect(JSON.stringify(a)).toBe(JSON.stringify(b));
    expect([a.customers.length, a.sites.length]).toEqual([9, 26]);
    expect(a.units.length).toBeGreaterThanOrEqual(110);
    expect(a.units.length).toBeLessThanOrEqual(145);
    expect(a.users.filter((u) => u.role === 'technician')).toHaveLength(5);
    expect(a.crews).toHaveLength(4);
  });

  it.each(AWKWARD)('is sound on %s: nothing after the day, every reference kept, every call either done or planned', (today) => {
    const s = makeScenario(today);
    const end = `${addDays(today, 1)}T06:00:00.000Z`;
    for (const call of s.calls) {
      expect(isPlainDate(String(call.received_at).slice(0, 10))).toBe(true);
      expect(String(call.received_at) < end).toBe(true);
      expect(call.status === 'completed').toBe(call.completed_at !== undefined);
      if (call.completed_at) expect(String(call.completed_at) >= String(call.received_at)).toBe(true);
    }
    for (const entry of s.entries) expect(String(entry.occurred_at) < end).toBe(true);
    const ids = new Set([...s.units, ...s.calls, ...s.visits].map((row) => row.id));
    for (const entry of s.entries)
      for (const ref of [entry.unit_id, entry.call_id, entry.visit_id]) if (ref !== null) expect(ids.has(ref as string)).toBe(true);
    expect(new Set(s.calls.map((c) => c.ref)).size).toBe(s.calls.length);
    expect(s.calls.filter((c) => c.status !== 'completed' && c.kind === 'call').length).toBeGreaterThanOrEqual(5);
  });
});
