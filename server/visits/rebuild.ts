/**
 * Set-wise statement that writes the refrigerant movements of current entries which have none yet; what projections.ts does
 * one entry at a time. @param which SQL condition on the entry `e`
 */
export const ADD_MOVEMENTS_FOR = (which: string): string => `
  insert into refrigerant_movements (entry_id, unit_id, circuit_id, refrigerant, from_place, to_place, pounds, moved_at, by_user)
  select e.id, e.unit_id, x.id, e.body->>'refrigerant', m.from_place, m.to_place, m.pounds, e.occurred_at, e.author_id
  from current_entries e left join circuits x on x.unit_id = e.unit_id and x.number = coalesce((e.body->>'circuit')::int, 1)
  cross join lateral (values ('cylinder', 'circuit ' || coalesce(e.body->>'circuit', '1'), (e.body->>'addedLb')::float8), ('circuit ' || coalesce(e.body->>'circuit', '1'), 'cylinder', (e.body->>'recoveredLb')::float8)) m(from_place, to_place, pounds)
  where e.kind = 'refrigerant' and m.pounds > 0 and (${which}) and not exists (select 1 from refrigerant_movements known where known.entry_id = e.id)`;

/**
 * Set-wise statement that closes the conditions which current entries close; what projections.ts does one entry at a time.
 */
export const CLOSE_CONDITIONS = `
  update open_conditions o set closed_at = e.occurred_at, closed_by_entry = e.id
  from current_entries e where e.kind = 'condition closed' and (e.body->>'conditionId')::uuid = o.id and o.closed_at is null`;

/**
 * Set-wise statements that write slots and the lives of the components that current entries put into them; what projections.ts
 * does one entry at a time; days are the site's. $1 of ADD_SLOTS is the component class of each slot by name.
 */
export const ADD_SLOTS = `
  insert into slots (unit_id, name, component_class)
  select distinct e.unit_id, e.body->'installed'->>'slot', $1::jsonb->>(e.body->'installed'->>'slot')
  from current_entries e where e.kind = 'work' and e.body ? 'installed'
  on conflict (unit_id, name) do nothing`;
export const ADD_COMPONENTS = `
  with put as (
    select s.id as slot_id, e.id, e.body->'installed' as it, (e.occurred_at at time zone t.time_zone)::date as day
    from current_entries e join units u on u.id = e.unit_id join sites t on t.id = u.site_id
      join slots s on s.unit_id = e.unit_id and s.name = e.body->'installed'->>'slot'
    where e.kind = 'work' and e.body ? 'installed')
  insert into components (slot_id, manufacturer, model, serial, during, installed_by)
  select slot_id, null, null, null, daterange(null, min(day)), null from put group by slot_id
  union all
  select slot_id, it->>'manufacturer', it->>'model', it->>'serial', daterange(day, lead(day) over (partition by slot_id order by day)), id from put`;
