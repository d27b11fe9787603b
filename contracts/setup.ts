import { z } from 'zod';
import { id, name } from './common.ts';
import { newCrew, startPlace } from './crews.ts';
import { loginName, newPerson, password, type OneTimeWord } from './people.ts';
import { SETTING_SHAPES } from './settings.ts';

/** All that a company needs to begin, sent at once: there is nothing half set up. */
export const newCompany = z.object({
  id,
  /** Printed where the server was started, so that nobody else who reaches it makes the company theirs. */
  word: z.string().trim().max(100),
  company: SETTING_SHAPES.company,
  yard: startPlace.nullable(),
  manager: z.object({ id, displayName: name.max(80), login: loginName, password }),
  crews: z.array(newCrew).max(60, 'at most 60 crews here; more can be added later'),
  people: z.array(newPerson).max(200, 'at most 200 people here; more can be added later'),
});
export type NewCompany = z.infer<typeof newCompany>;

export interface CompanyMade {
  /** A word for everybody but the manager, shown once. */
  readonly words: readonly OneTimeWord[];
}

/** What a company still lacks, worst first; what is complete is not listed. */
export const MISSING_KINDS = [
  'yard',
  'crews',
  'members',
  'units',
  'agreements',
  'positions',
  'hours',
  'contacts',
  'plates',
  'words',
] as const;
export type MissingKind = (typeof MISSING_KINDS)[number];
export interface Missing {
  readonly kind: MissingKind;
  /** How many lack it. */
  readonly count: number;
  readonly of: number;
}
