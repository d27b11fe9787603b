import type { Action } from '#core/base/vocabulary';

/** Who may do what: the one table, enforced by the server's middleware and read by the screens. */
export const ROLES = ['manager', 'dispatcher', 'technician'] as const;
export type Role = (typeof ROLES)[number];

export const WHO_MAY = {
  read: ['manager', 'dispatcher', 'technician'],
  'record visit': ['manager', 'dispatcher', 'technician'],
  /** Roofs, feeds, plates, photographs, notes: written by whoever has worked it out. */
  'map site': ['manager', 'dispatcher', 'technician'],
  'take call': ['manager', 'dispatcher'],
  'edit record': ['manager', 'dispatcher'],
  'plan route': ['manager', 'dispatcher'],
  decide: ['manager'],
  'map word': ['manager', 'dispatcher'],
  import: ['manager'],
  export: ['manager', 'dispatcher'],
  'change setting': ['manager'],
  'see system': ['manager'],
  /** Who is in the company, in which role and crew; words to sign in with. */
  'manage people': ['manager'],
  /** What customers have maintained, and for how much. */
  'read agreements': ['manager', 'dispatcher'],
  'keep agreements': ['manager'],
  /** Who is ill or on holiday, who is on call. */
  'keep calendar': ['manager', 'dispatcher'],
  /**
   * Lines on the sheet of a visit that another crew was sent on, and sheets for calls that are another
   * crew's.
   */
  'write for another crew': ['manager', 'dispatcher'],
  /** Takes back, or amends, that somebody else has left a hazard. */
  'withdraw another’s hazard': ['manager'],
  /** Where the key is at sites the own crew is not sent to; a sheet that a technician opens sends nobody. */
  'read every key': ['manager', 'dispatcher'],
} as const satisfies Record<Action, readonly Role[]>;

/** Actions on which companies differ: each may set who does them, see the setting `rights`. */
export const SETTABLE = ['write for another crew', 'withdraw another’s hazard', 'read every key'] as const;
export type Settable = (typeof SETTABLE)[number];
export type Rights = Readonly<Record<Settable, readonly Role[]>>;

/** Safe until a company says otherwise: what the table has. */
export const DEFAULT_RIGHTS: Rights = Object.fromEntries(
  SETTABLE.map((action) => [action, WHO_MAY[action]]),
) as unknown as Rights;

/**
 * True when the role may do the action.
 *
 * @param rights what the company has set
 */
export function may(role: Role, action: Action, rights: Rights = DEFAULT_RIGHTS): boolean {
  const roles: readonly Role[] = Object.hasOwn(rights, action) ? rights[action as Settable] : WHO_MAY[action];
  return roles.includes(role);
}

/**
 * True when work of a crew is somebody else's: a crew has it, and it is not the person's own. What no crew
 * has is anybody's. Who {@link may} `write for another crew` writes on it all the same.
 */
export const isAnotherCrews = (crewId: string | null, person: { readonly crewId: string | null }): boolean =>
  crewId !== null && crewId !== person.crewId;
