/** What is said of a condition wherever it is read; `o` is the condition, `p` who opened it. */
export const CONDITION = `o.id,
  o.unit_id as "unitId",
  o.source,
  o.part,
  o.kind,
  o.hazard,
  o.circuit,
  o.text,
  o.opened_at as "openedAt",
  p.display_name as "openedBy",
  o.closed_at as "closedAt",
  o.changed_from as "changedFrom",
  o.changed_to as "changedTo",
  o.closes,
  o.told`;

/**
 * What is to close it: a return that was planned for it, or the call on which it was made safe and which is not
 * done yet. A second visit for the same thing is not offered.
 */
const ON_ITS_WAY = `left join lateral (
    select k.id, k.ref, k.kind, k.scheduled_on
    from calls k
    where k.state not in ('done', 'cancelled')
      and (k.condition_id = o.id
        or (k.kind <> 'maintenance'
          and (o.hazard or o.kind in ('heat disabled', 'out of use'))
          and k.received_at <= o.opened_at
          and (k.unit_id = o.unit_id or k.found_unit_id = o.unit_id)))
    order by k.condition_id = o.id desc nulls last, k.id
    limit 1) k on true`;

/**
 * Everything that was left not normal and is still so, on units and at points of sites.
 *
 * @param searched whether $1 is a search that the rows are marked by
 */
export const openConditions = (searched: boolean): string => `
select
  ${CONDITION},
  o.point_id as "pointId",
  coalesce(u.tag, t.name) as tag,
  coalesce(u.status, 'in service') as "unitStatus",
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  s.time_zone as "timeZone",
  o.visit_id as "visitId",
  k.id as "callId",
  k.ref as "callRef",
  k.kind as "callKind",
  k.scheduled_on as "callOn",
  ${
    searched
      ? `exists (
    select 1 from search_documents d
    where d.kind = any('{unit,site}') and d.id = any(array[u.id, s.id]) and d.words @@ to_tsquery('simple', $1))`
      : 'true'
  } as matches
from open_conditions o
  left join units u on u.id = o.unit_id
  left join site_points t on t.id = o.point_id
  join sites s on s.id = coalesce(u.site_id, t.site_id)
  join customers c on c.id = s.customer_id
  left join users p on p.id = o.opened_by
  ${ON_ITS_WAY}
where o.closed_at is null and coalesce(u.status, 'in service') <> 'retired'`;

const OPEN = `
select
  o.id,
  o.kind,
  coalesce(o.text, '') as text,
  o.hazard,
  o.opened_at as "openedAt",
  o.unit_id as "unitId",
  coalesce(u.site_id, t.site_id) as "siteId",
  k.ref as "callRef"
from open_conditions o
  left join units u on u.id = o.unit_id
  left join site_points t on t.id = o.point_id
  ${ON_ITS_WAY}`;

/** Of the conditions in $1 those that are still open, each with the return that is on its way. */
export const OPEN_NOW = `${OPEN}
where o.id = any($1::uuid[]) and o.closed_at is null
order by o.id`;

/**
 * What was found or left on the maintenance visit $1, now that its crew has left: of the kinds in $2 what stands open
 * on a unit that was maintained and nobody comes back for. Where a return was called off nobody takes a second.
 */
export const FOUND_AT_MAINTENANCE = `${OPEN}
where o.visit_id = $1
  and o.kind = any($2)
  and o.closed_at is null
  and k.id is null
  and (select left_at from visits where id = $1) is not null
  and not exists (select 1 from calls c where c.condition_id = o.id)
  and exists (
    select 1
    from visit_calls vc join calls m on m.id = vc.call_id
    where vc.visit_id = $1 and m.kind = 'maintenance' and coalesce(m.unit_id, o.unit_id) = o.unit_id)
order by o.opened_at, o.id`;
