import { z } from 'zod';
import type { MeasuringLimits } from '#core/measurement';
import type { Rights, Role } from './roles.ts';

export const signInBody = z.object({
  login: z.string().trim().toLowerCase().min(1, 'who are you?').max(100),
  password: z.string().min(1, 'the password is missing').max(200),
});
export type SignInBody = z.infer<typeof signInBody>;

export interface SignedIn {
  readonly id: string;
  readonly login: string;
  readonly displayName: string;
  readonly role: Role;
  readonly crewId: string | null;
}

export interface SessionView {
  readonly user: SignedIn | null;
  readonly company: string;
  /** The company's day, in its zone. */
  readonly today: string;
  readonly timeZone: string;
  /** How far the company's clock is moved from real time, ms; zero but for demonstrations of another day. */
  readonly clockShiftMs: number;
  /** Set while the demo is loaded and older than 14 days. */
  readonly demoAgeDays: number | null;
  /** The company's limits for measuring, of today. */
  readonly measuring: MeasuringLimits;
  /** What the company lets each role do beyond the table. */
  readonly rights: Rights;
  /** The server's time as it answers, ms since 1970: a wrong clock of a phone is told by it. */
  readonly serverMs: number;
}

export interface CrewView {
  readonly id: string;
  readonly name: string;
  readonly yardLat: number;
  readonly yardLon: number;
  readonly shiftStart: number;
  readonly shiftEnd: number;
  readonly members: readonly { id: string; displayName: string }[];
}
