import { z } from 'zod';
import type { MeasuringLimits } from '#core/measuring/answers';
import type { UnitSystem } from '#core/base/quantities';
import { id, name, plainDate, shortText, version } from './common.ts';
import { ROLES, type Rights, type Role } from './roles.ts';

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
  /** Signed in with a word that somebody handed out: an own password comes first. */
  readonly mustChoose: boolean;
}

export interface SessionView {
  readonly user: SignedIn | null;
  /** Nobody is on record yet: the company is set up first. */
  readonly empty: boolean;
  readonly company: string;
  /** In what the company measures, where a device has not chosen for itself. */
  readonly units: UnitSystem;
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

/** Shortest password that may be chosen, and the longest that is read. */
export const PASSWORD_LENGTH = { min: 15, max: 200 } as const;
export const password = z
  .string()
  .min(PASSWORD_LENGTH.min, `at least ${PASSWORD_LENGTH.min} characters: three or four words will do`)
  .max(PASSWORD_LENGTH.max, `at most ${PASSWORD_LENGTH.max} characters`);

export const loginName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[\p{L}\p{N}][\p{L}\p{N}._-]*$/u, 'letters, digits, dots and dashes, without blanks')
  .max(60, 'at most 60 characters');

/** Something somebody can do, or is licensed to; a licence has a last day. */
export const skill = z.object({ name: name.max(80), until: plainDate.nullable() });
export type Skill = z.infer<typeof skill>;

const role = z.enum(ROLES);
const personFields = z.object({
  displayName: name.max(80),
  login: loginName,
  role,
  phone: shortText.nullable(),
  skills: z.array(skill).max(30),
});
export const newPerson = personFields
  .partial({ phone: true, skills: true })
  .extend({ id, crewId: id.nullable().optional() });
export const personPatch = personFields.partial().extend({
  version,
  active: z.boolean().optional(),
  /** The crew from a day on; null takes the person out of any. */
  crew: z.object({ crewId: id.nullable(), from: plainDate }).optional(),
});
export type NewPerson = z.infer<typeof newPerson>;
export type PersonPatch = z.infer<typeof personPatch>;

export const ownPassword = z.object({
  now: z.string().min(1, 'the password you have now is missing').max(200),
  password,
});
export type OwnPassword = z.infer<typeof ownPassword>;

export interface PersonView {
  readonly id: string;
  readonly displayName: string;
  readonly login: string;
  readonly role: Role;
  readonly phone: string | null;
  readonly skills: readonly Skill[];
  readonly active: boolean;
  readonly version: number;
  /** The crew they are in today. */
  readonly crewId: string | null;
  readonly crews: readonly {
    readonly crewId: string;
    readonly crew: string;
    readonly from: string;
    readonly until: string | null;
  }[];
  /** Until when the word that was handed out lets in; null once an own password is chosen. */
  readonly oneTimeUntil: string | null;
}

/** A word that lets somebody in once, shown to whoever made it and to nobody after. */
export interface OneTimeWord {
  readonly login: string;
  readonly displayName: string;
  readonly word: string;
  readonly until: string;
}

/** Which days' hours are asked for, both with. */
export const hoursQuery = z
  .object({ from: plainDate, until: plainDate })
  .refine(({ from, until }) => from <= until, {
    path: ['until'],
    message: 'the last day lies before the first',
  });
