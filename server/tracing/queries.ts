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
} from '#core/places/tracing';
import type { PointView, TracingView } from '#contracts/tracing';
import type { TraceView, UnitPage } from '#contracts/units';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';
import { LINKS_OF_SITE, POINTS_OF_SITE } from './tracing.sql.ts';

/**
 * Points and facts of a site as core sees them. Every unit of the site takes part, whether anything is known
 * of it or not.
 */
export async function siteNet(
  db: Database,
  siteId: string,
  transaction?: Transaction,
): Promise<{ points: PointView[]; links: SiteLink[] }> {
  const points = await db.rows<{ point: PointView }>(POINTS_OF_SITE, [siteId], transaction);
  const links = await db.rows<{ link: SiteLink }>(LINKS_OF_SITE, [siteId], transaction);
  return { points: points.map((row) => row.point), links: links.map((row) => row.link) };
}

/** The feeds and controls of a site. @throws Problem 404 */
export async function tracingRecord(db: Database, siteId: string): Promise<TracingView> {
  const site = await db.models.Site.findByPk(siteId, { include: 'customer' });
  if (!site) throw notFound('Site');
  const { customer } = site as unknown as { customer: { name: string } };
  return { siteId, site: site.name, customer: customer.name, ...(await siteNet(db, siteId)) };
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
