/* Set-wise reads of sites. */

import { CONTACT_LINE } from '../telling/telling.sql.ts';
import type { SiteOnly } from '#contracts/sites';
import { chosen, cut, idsFound, type Clauses, type ListAsked } from '../db/list.sql.ts';

const SITE_COLUMNS = `
  s.id,
  s.customer_id as "customerId",
  c.name as customer,
  s.name,
  s.ref,
  s.address,
  s.lat,
  s.lon,
  s.time_zone as "timeZone",
  s.opening_hours as "openingHours",
  s.access,
  ${CONTACT_LINE} as contact,
  s.key_at as "keyAt",
  s.way_up as "wayUp",
  s.parking,
  s.permit,
  s.hazards,
  s.needs,
  s.counter,
  s.retired_at as "retiredAt",
  s.version`;

export const ONE_SITE = `
select ${SITE_COLUMNS}
from sites s join customers c on c.id = s.customer_id
where s.id = $1`;

const COUNTED = `
  count(*)::int as units,
  (count(*) filter (where m.to_decide))::int as flagged
from units u left join unit_summaries m on m.unit_id = u.id
where u.status <> 'retired'`;
/** All units are counted once and joined; where only a few sites are looked up, the units of those alone. */
const COUNTS = {
  'of all': `left join (select u.site_id, ${COUNTED} group by u.site_id) n on n.site_id = s.id`,
  'of each': `left join lateral (select ${COUNTED} and u.site_id = s.id) n on true`,
};

/**
 * Sites with counts of their units; where and order follow. Which units are watched is looked up for the rows
 * that are left: a join of all columns costs twice as much.
 */
const siteRows = (counts: keyof typeof COUNTS): string => `
select ${SITE_COLUMNS},
  coalesce(n.units, 0) as units,
  coalesce(n.flagged, 0) as flagged,
  coalesce(
    (select
       json_agg(json_build_object('id', u.id, 'tag', u.tag, 'status', u.status, 'flagKinds', m.flag_kinds)
         order by m.score desc, u.tag)
     from units u join unit_summaries m on m.unit_id = u.id
     where u.site_id = s.id and u.status <> 'retired' and m.to_decide),
    '[]') as watched
from sites s
  join customers c on c.id = s.customer_id
  ${COUNTS[counts]}`;

const WATCHED = `exists (
  select 1 from units x join unit_summaries y on y.unit_id = x.id
  where x.site_id = s.id and x.status <> 'retired' and y.to_decide)`;
const CONTACT = 'exists (select 1 from contacts k where k.site_id = s.id and k.retired_at is null)';
const ONLY: Clauses<SiteOnly> = {
  placed: { yes: 's.lat is not null', no: 's.lat is null' },
  hours: { known: 's.opening_hours is not null', 'not known': 's.opening_hours is null' },
  contact: { known: CONTACT, 'not known': `not ${CONTACT}` },
  watched: { yes: WATCHED, no: `not ${WATCHED}` },
};

const ofSites = (searched: boolean, only: SiteOnly) => `
where s.retired_at is null and ${chosen(ONLY, only)}
  ${searched ? `and s.id in (${idsFound('site')})` : ''}`;

export const countSites = (searched: boolean, only: SiteOnly = {}): string => `
select count(*)::int as total
from sites s ${ofSites(searched, only)}`;

export const sitesPage = (
  searched: boolean,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
  only: SiteOnly = {},
): string => `
${siteRows(searched ? 'of each' : 'of all')}
${ofSites(searched, only)}
order by ${order}, s.id
${cut(page)}`;

export const SITES_OF_CUSTOMER = `
${siteRows('of each')}
where s.customer_id = $1 and s.retired_at is null
order by s.name`;

export const ROOFS_OF_SITE = `
select
  r.id,
  r.name,
  (select count(*)::int from jsonb_array_elements(r.plan->'items') i where i->>'kind' = 'unit') as units
from roofs r
where r.site_id = $1 and r.retired_at is null
order by r.name`;

export const RECENT_VISITS = `
select
  v.id,
  v.planned_for as "on",
  coalesce(w.name, v.technician) as crew,
  coalesce(
    (select case when count(*) > 2 then count(*) || ' calls' else string_agg(coalesce(k.ref, k.kind), ', ') end
     from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = v.id),
    '') as refs
from visits v left join crews w on w.id = v.crew_id
where v.site_id = $1 and v.cancelled_at is null
order by v.planned_for desc nulls last, v.id desc
limit 12`;
