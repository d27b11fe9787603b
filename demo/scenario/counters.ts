import { seededRandom } from '#core/base/random';
import { toLonLat } from '../network/geometry.ts';
import { Writer } from './writer.ts';

const WORKDAYS = ['1', '2', '3', '4', '5'];

/** The supply counter at which crews fetch parts. Ids come from a source of its own. */
export function writeCounters({ rows }: Writer, seed: number): void {
  const ids = new Writer(rows.today, seededRandom(seed));
  const [lon, lat] = toLonLat([0.4, 1.2]);
  const customer = { id: ids.id(), name: 'Wrenfall Trade Counters', phone: '555-0127' };
  rows.customers.push(customer);
  for (const site of rows.sites) site.counter = false;
  rows.sites.push({
    hazards: [],
    id: ids.id(),
    customer_id: customer.id,
    name: 'Mole Street Counter',
    address: '3 Mole Street, Port Wrenfall',
    lat,
    lon,
    time_zone: String(rows.sites[0]?.time_zone),
    opening_hours: Object.fromEntries(WORKDAYS.map((day) => [day, [['06:30', '16:00']]])),
    access: 'Trade door at the back; give the order by telephone first.',
    counter: true,
  });
}
