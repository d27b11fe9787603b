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
