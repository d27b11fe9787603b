/* What decides which tasks a unit has and when they are due, besides its agreement. */

/** Columns of a unit as `u`: what its record says is in it. */
export const MACHINE_COLUMNS = `
  u.kind,
  exists (select 1 from circuits x where x.unit_id = u.id) as cools,
  u.details->>'outdoorAir' as "outdoorAir",
  u.details->>'smokeDetectors' as "smokeDetectors",
  u.details#>>'{blower,drive}' as drive`;

/** The same, and how its maintenance stands by its summary as `m`. */
export const CARED_FOR_COLUMNS = `${MACHINE_COLUMNS},
  u.status,
  u.installed_on as "installedOn",
  m.last_done as "lastDone",
  m.care`;
