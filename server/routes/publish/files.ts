import ical, { type ICalCalendar } from 'ical-generator';
import { create } from 'xmlbuilder2';
import { instantAt } from '#core/base/time';
import type { RoutePage, RouteStop } from '#contracts/routes';

type Timed = RouteStop & { readonly arriveAt: number; readonly startAt: number; readonly leaveAt: number };

/** Stops that have a time: the rest is on the day, and nobody has said when. */
const timedStops = (route: RoutePage): Timed[] =>
  route.stops.filter((stop): stop is Timed => stop.startAt !== null && stop.leaveAt !== null);

/**
 * Crews' days as an iCalendar file (RFC 5545): one event for each stop, in UTC, with the work in its
 * description.
 *
 * @param name of the calendar, "Harbour" or "Harbour 2026-06-04"
 */
export function routeCalendar(routes: readonly RoutePage[], name: string, company: string): string {
  const calendar = ical({ name, prodId: { company: 'Gradum', product: 'routes', language: 'EN' } });
  for (const route of routes) addStops(calendar, route, company);
  return calendar.toString();
}

function addStops(calendar: ICalCalendar, route: RoutePage, company: string): void {
  for (const stop of timedStops(route))
    calendar.createEvent({
      id: `${stop.visitId}@gradum`,
      stamp: instantAt(route.day, 0, route.timeZone),
      start: instantAt(route.day, stop.startAt, route.timeZone),
      end: instantAt(route.day, stop.leaveAt, route.timeZone),
      summary: `${stop.site} · ${stop.customer}`,
      sequence: route.version,
      description: [
        `${company}, ${route.crew.name}`,
        ...(route.estimated ? ['Drive times are estimates from straight lines.'] : []),
        ...stop.work,
        ...(stop.access ? [`Access: ${stop.access}`] : []),
      ].join('\n'),
      ...(stop.address ? { location: stop.address } : {}),
      ...(stop.lat !== null && stop.lon !== null ? { geo: { lat: stop.lat, lon: stop.lon } } : {}),
    });
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
  const point = (lat: number, lon: number, minutes: number | null, name: string, work: string) => {
    const at = line.ele('rtept', { lat: String(lat), lon: String(lon) });
    if (minutes !== null) at.ele('time').txt(instantAt(route.day, minutes, route.timeZone).toISOString());
    at.ele('name').txt(name);
    if (work) at.ele('desc').txt(work);
  };
  const { start } = route.crew;
  if (start) point(start.lat, start.lon, route.departAt, start.name, '');
  for (const stop of timedStops(route))
    if (stop.lat !== null && stop.lon !== null)
      point(stop.lat, stop.lon, stop.arriveAt, stop.site, stop.work.join('; '));
  if (start) point(start.lat, start.lon, route.backAt, start.name, '');
  return root.end({ prettyPrint: true });
}

/** A route as GeoJSON (RFC 7946): the stops as points in order, with times of day and work. */
export function routeFeatures(route: RoutePage): object {
  return {
    type: 'FeatureCollection',
    features: timedStops(route).flatMap((stop, i) =>
      stop.lat === null || stop.lon === null
        ? []
        : [
            {
              type: 'Feature',
              geometry: { type: 'Point', coordinates: [stop.lon, stop.lat] },
              properties: {
                order: i + 1,
                site: stop.site,
                customer: stop.customer,
                arrives: instantAt(route.day, stop.arriveAt, route.timeZone).toISOString(),
                begins: instantAt(route.day, stop.startAt, route.timeZone).toISOString(),
                leaves: instantAt(route.day, stop.leaveAt, route.timeZone).toISOString(),
                work: stop.work,
              },
            },
          ],
    ),
  };
}
