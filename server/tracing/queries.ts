import type { Transaction } from 'sequelize';
import {
  aroundUnit,
  feedOf,
  feedSentence,
  pointName,
  polesText,
  type SiteLink,
  type SiteNet,
  type TraceStep,
} from '#core/tracing';
import type { PointView, TracingView } from '#contracts/tracing';
import type { TraceView, UnitPage } from '#contracts/units';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';

/**
 * Points and facts of a site as core sees them. Every unit of the site takes part, whether anything is known
 * of it or not.
 */
export async function siteNet(
  db: Database,
  siteId: string,
  transaction?: Transaction,
): Promise<{ points: PointView[]; links: SiteLink[] }> {
  const points = await db.rows<PointView>(
    `select json_strip_nulls(json_build_object('id', p.id, 'kind', p.kind, 'name', p.name, 'where', p.place, 'volts', p.volts, 'phase', p.phase,
       'ratingA', p.rating_a, 'spaces', p.spaces, 'version', p.version)) as point
     from site_points p where p.site_id = $1 and p.unit_id is null and p.retired_at is null
     union all
     select json_strip_nulls(json_build_object('id', u.id, 'kind', 'unit', 'name', u.tag, 'where', u.area_served, 'version', u.version,
       'unit', json_build_object('kind', u.kind, 'status', u.status, 'volts', u.voltage, 'phase', u.phase,
         'mcaA', (u.details->'electrical'->>'mcaA')::float, 'mocpA', (u.details->'electrical'->>'mocpA')::float)))
     from units u where u.site_id = $1 and u.status <> 'retired'`,
    [siteId],
    transaction,
  );
  const links = await db.rows<{ link: SiteLink }>(
    `select json_strip_nulls(json_build_object('id', l.id, 'kind', l.kind, 'from', l.from_id, 'to', l.to_id,
       'poles', case when l.poles = '{}' then null else l.poles end, 'breakerA', l.breaker_a, 'how', l.how,
       'by', coalesce(p.display_name, 'nobody named'), 'on', l.established_on, 'note', l.note)) as link
     from site_links l left join users p on p.id = l.established_by where l.site_id = $1 and l.ended_at is null order by l.established_on, l.id`,
    [siteId],
    transaction,
  );
  return {
    points: points.map((row) => (row as unknown as { point: PointView }).point),
    links: links.map((row) => row.link),
  };
}

/** The feeds and controls of a site. @throws Problem 404 */
export async function tracingRecord(db: Database, siteId: string): Promise<TracingView> {
  const [site] = await db.rows<{ site: string; customer: string }>(
    'select s.name as site, c.name as customer from sites s join customers c on c.id = s.customer_id where s.id = $1',
    [siteId],
  );
  if (!site) throw notFound('Site');
  return { siteId, ...site, ...(await siteNet(db, siteId)) };
}

const shown = (step: TraceStep): TraceView => ({
  text: `${pointName(step.point)}${polesText(step.link) ? `, ${polesText(step.link)}` : ''}${step.link.breakerA ? `, ${step.link.breakerA} A` : ''}`,
  how: step.link.how,
  by: step.link.by,
  on: step.link.on,
});

/** How one unit is fed and controlled and what it serves. */
export function tracesOf(net: SiteNet, unitId: string): Pick<UnitPage, 'feed' | 'traces'> {
  const { controls, serves, water } = aroundUnit(net, unitId);
  return {
    feed: feedSentence(net, unitId) ?? null,
    traces: {
      feeds: feedOf(net, unitId).map(shown),
      controls: controls.map(shown),
      serves: serves.map(shown),
      water: water.map(shown),
    },
  };
}
