import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { DEFAULT_RIGHTS, type Role } from '#contracts/roles';
import type { Session } from '../state/session.ts';

/** Somebody of a role signed in to an invented company, for tests and for the page of parts. */
export const session = (role: Role): Session => ({
  user: {
    id: '0198a1b2-0000-7000-8000-000000000001',
    login: 'test',
    displayName: 'Test',
    role,
    crewId: null,
    mustChoose: false,
  },
  empty: false,
  units: 'US',
  company: 'Ironleaf Air Service',
  today: '2026-06-03',
  timeZone: 'EST5EDT',
  clockShiftMs: 0,
  demoAgeDays: null,
  measuring: DEFAULT_LIMITS,
  rights: DEFAULT_RIGHTS,
  serverMs: Date.now(),
});
