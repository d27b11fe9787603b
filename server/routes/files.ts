import ical from 'ical-generator';
import { create } from 'xmlbuilder2';
import { instantAt } from '#core/time';
import type { RoutePage } from '#contracts/routes';

/**
 * A route as an iCalendar file (RFC 5545): one event for each stop, in UTC, with the work in its description.
 */
export function routeCalendar(route: RoutePage, company: string): string {
  const calendar = ical({
    name: `${route.crew.name} ${route.day}`,
    prodId: { company: 'Gradum', product: 'routes', language: 'EN' },
  });
  for (const stop of route.plan.stops) {
    const site = route.stops.find((s) => s.siteId === stop.stopId);
    calendar.createEvent({
      id: `${route.id}-${stop.stopId}@gradum`,
      stamp: instantAt(route.day, 0, route.timeZone),
      start: instantAt(route.day, stop.startAt, route.timeZone),
      end: instantAt(route.day, stop.leaveAt, route.timeZone),
      summary: `${site?.site ?? 'site'} · ${site?.customer ?? ''}`,
      description: [
        `${company}, ${route.crew.name}`,
        ...(route.problem.travel.estimated ? ['Drive times are estimates from straight lines.'] : []),
        ...(site?.work ?? []),
        ...(site?.access ? [`Access: ${site.access}`] : []),
      ].join('\n'),
      ...(site?.address ? { location: site.address } : {}),
      ...(site && site.lat !== null && site.lon !== null ? { geo: { lat: site.lat, lon: site.lon } } : {}),
    });
  }
  return calendar.toString();
}

/** A route as GPX 1.1: the yard and the stops in order as one route with arrival times. */
export function routeTrack(route: RoutePage): string {
  const root = create({ version: '1.0', encoding: 'UTF-8' }).ele('http://www.topografix.com/GPX/1/1', 'gpx', {
    version: '1.1',
    creator: 'Gradum',
  });
  root.ele('metadata').ele('name').txt(`${route.crew.name} ${route.day}`);
  const line = root.ele('rte');
  line.ele('name').txt(`${route.crew.name} ${route.day}`);
  const point = (lat: number, lon: number, minutes: number, name: string, work: string) => {
    const at = line.ele('rtept', { lat: String(lat), lon: String(lon) });
    at.ele('time').txt(instantAt(route.day, minutes, route.timeZone).toISOString());
    at.ele('name').txt(name);
    if (work) at.ele('desc').txt(work);
  };
  const { start } = route.crew;
  if (start) point(start.lat, start.lon, route.plan.departAt, start.name, '');
  for (const stop of route.plan.stops) {
    const site = route.stops.find((s) => s.siteId === stop.stopId);
    if (site && site.lat !== null && site.lon !== null)
      point(site.lat, site.lon, stop.arriveAt, site.site, site.work.join('; '));
  }
  if (start) point(start.lat, start.lon, route.plan.returnAt, start.name, '');
  return root.end({ prettyPrint: true });
}
