import { seededRandom } from '#core/base/random';
import { answerReadings } from './answered.ts';
import { Deals } from './agreements.ts';
import { writeBuildings, writeNotes } from './buildings.ts';
import { writeCalendar } from './calendar.ts';
import { writeContacts } from './contacts.ts';
import { writeCounters } from './counters.ts';
import { makeFleet } from './fleet.ts';
import { maintainSite } from './maintenance.ts';
import { writePlates } from './plates.ts';
import { storiesOf } from './stories/index.ts';
import { ordinaryTroubles } from './troubles.ts';
import type { Scenario } from './types.ts';
import { Writer } from './writer.ts';

const SEED = 41_066;

/**
 * The demo of Ironleaf Air Service as of a day: the same day always gives the same rows. Nothing in it
 * happens after the day, and calls are numbered in the order in which they came in.
 */
export function makeScenario(today: string): Scenario {
  const writer = new Writer(today, seededRandom(SEED));
  const sites = makeFleet(writer);
  // A source of its own: what is drawn here leaves the stories as they are.
  const building = seededRandom(SEED + 1);
  writePlates(writer, sites, building);
  const { leads, tell } = storiesOf(writer, sites);
  const deals = new Deals(writer, sites, SEED + 3);
  sites.forEach((site, i) => maintainSite(writer, site, deals, i));
  for (const site of sites)
    for (const unit of site.units) if (!leads.has(unit.id)) ordinaryTroubles(writer, unit);
  tell();
  writeBuildings(writer, sites, building);
  writeNotes(writer, sites);
  writeCalendar(writer, SEED + 2);
  writeCounters(writer, SEED + 4);
  writeContacts(writer, sites, SEED + 5);
  answerReadings(writer.rows);
  number(writer.rows);
  return writer.rows;
}

function number(rows: Scenario): void {
  rows.calls.sort((a, b) => (String(a.received_at) < String(b.received_at) ? -1 : 1));
  rows.calls.forEach((call, i) =>
    Object.assign(call, { ref: `${call.kind === 'call' ? 'C' : 'M'}-${String(i + 1).padStart(5, '0')}` }),
  );
}
