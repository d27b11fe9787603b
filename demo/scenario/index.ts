import { seededRandom, wholeBetween } from '#core/random';
import { maintainSite, ordinaryTroubles } from './daily.ts';
import { makeFleet } from './fleet.ts';
import * as stories from './stories.ts';
import type { Scenario } from './types.ts';
import { Writer } from './writer.ts';

const SEED = 41_066;

/**
 * The demo of Ironleaf Air Service as of a day: the same day always gives the same rows. Nothing in it happens after the day,
 * and calls are numbered in the order in which they came in.
 */
export function makeScenario(today: string): Scenario {
  const writer = new Writer(today, seededRandom(SEED));
  const { random } = writer;
  const { sites } = makeFleet(writer);
  const leads = new Set(stories.LEADS.map(([site, tag]) => stories.unitAt(sites, site, tag).id));
  const maintained = new Map(
    sites.map((site, i) => {
      // Every other site is due about now, some late; the rest were done within the last weeks.
      const lastDaysAgo = i % 2 === 0 ? wholeBetween(random, 78, 104) : wholeBetween(random, 8, 70);
      return [site.name, maintainSite(writer, site, lastDaysAgo)] as const;
    }),
  );
  for (const site of sites) for (const unit of site.units) if (!leads.has(unit.id)) ordinaryTroubles(writer, unit, 0.45);
  const at = (site: string, tag: string) => stories.unitAt(sites, site, tag);
  stories.springTopUps(writer, at('Throwing Rooms', 'HP-2'));
  stories.chafedWire(writer, at('Market Branch', 'RTU-2'), maintained.get('Market Branch') ?? []);
  stories.sootedDrum(writer, at('Main Depot', 'UH-3'));
  stories.forgottenCircuit(writer, at('Six-Screen House', 'RTU-4'));
  stories.brickedUpMezzanine(writer, at('Records Annex', 'AH-4'));
  stories.fanMotorCallbacks(writer, [at('Ropewalk Laundry', 'RTU-1'), at('Saltings Laundry', 'RTU-2'), at('Tannery Fields Laundry', 'RTU-1')]);
  stories.thisMorning(writer, sites);
  number(writer.rows);
  return writer.rows;
}

function number(rows: Scenario): void {
  rows.calls.sort((a, b) => (String(a.received_at) < String(b.received_at) ? -1 : 1));
  rows.calls.forEach((call, i) => Object.assign(call, { ref: `${call.kind === 'call' ? 'C' : 'M'}-${String(i + 1).padStart(5, '0')}` }));
}
