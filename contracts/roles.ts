/** Who may do what: the one table, enforced by the server's middleware and read by the screens. */
export const ROLES = ['manager', 'dispatcher', 'technician'] as const;
export type Role = (typeof ROLES)[number];

export const ACTIONS = {
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
} as const satisfies Record<string, readonly Role[]>;

export type Action = keyof typeof ACTIONS;

/** True when the role may do the action. */
export function may(role: Role, action: Action): boolean {
  return (ACTIONS[action] as readonly Role[]).includes(role);
}
