/* Set-wise reads of the words technicians used. */

/** Words of findings that stand for no part yet. */
export const UNMAPPED_WORDS = `
select component as raw, count(*)::int as uses
from findings
where part is null and component <> ''
group by component`;

/** Every word with the units and points whose findings use it. */
export const WORDS_IN_USE = `
select distinct unit_id as "unitId", point_id as "pointId", component as raw
from findings`;
