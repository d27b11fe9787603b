import { unitAt, type DemoSite } from '../fleet.ts';
import type { Writer } from '../writer.ts';
import * as machines from './machines.ts';
import { thisMorning } from './morning.ts';
import * as places from './sites.ts';
import * as units from './units.ts';

/** Units that play the lead in a story; ordinary troubles would only blur the picture. */
const LEADS: readonly (readonly [site: string, tag: string])[] = [
  ['Throwing Rooms', 'HP-2'],
  ['Market Branch', 'RTU-2'],
  ['Main Depot', 'UH-3'],
  ['Six-Screen House', 'RTU-4'],
  ['Records Annex', 'AH-4'],
  ['Records Annex', 'AH-2'],
  ['Ropewalk Laundry', 'RTU-1'],
  ['Saltings Laundry', 'RTU-2'],
  ['Tannery Fields Laundry', 'RTU-1'],
  ['Glasshouses', 'MAU-1'],
  ['Dome House', 'RTU-1'],
  ['Lantern Hill School', 'RTU-9'],
];

const LINTY: readonly (readonly [site: string, tag: string])[] = [
  ['Ropewalk Laundry', 'RTU-2'],
  ['Saltings Laundry', 'RTU-1'],
  ['Gullhaven Laundry', 'RTU-1'],
  ['Millrace Laundry', 'RTU-1'],
];

/** A story has a beginning, before anything is measured, and what people write of it afterwards. */
export function storiesOf(
  writer: Writer,
  sites: readonly DemoSite[],
): { leads: ReadonlySet<string>; tell: () => void } {
  const at = (site: string, tag: string) => unitAt(sites, site, tag);
  const leads = new Set(LEADS.map(([site, tag]) => at(site, tag).id));
  units.leaksAllYear(writer, at('Throwing Rooms', 'HP-2'));
  machines.fanTurnsBackwards(writer, at('Glasshouses', 'MAU-1'));
  at('Lantern Hill School', 'RTU-9').record.status = 'standby';
  at('Lantern Hill School', 'RTU-9').record.stands_in_for = at('Lantern Hill School', 'RTU-8').id;
  const fragile = machines.fragileIgniters(writer, sites, leads);
  return {
    leads,
    tell: () => {
      units.springTopUps(writer, at('Throwing Rooms', 'HP-2'));
      units.chafedWire(writer, at('Market Branch', 'RTU-2'));
      units.sootedDrum(writer, at('Main Depot', 'UH-3'));
      units.forgottenCircuit(writer, at('Six-Screen House', 'RTU-4'));
      units.brickedUpMezzanine(writer, at('Records Annex', 'AH-4'));
      units.fanMotorCallbacks(writer, [
        at('Ropewalk Laundry', 'RTU-1'),
        at('Saltings Laundry', 'RTU-2'),
        at('Tannery Fields Laundry', 'RTU-1'),
      ]);
      machines.ignitersCrack(writer, fragile);
      machines.backwardsFan(writer, at('Glasshouses', 'MAU-1'));
      machines.borrowedActuator(
        writer,
        at('Lantern Hill School', 'RTU-9'),
        at('Lantern Hill School', 'RTU-3'),
      );
      machines.crankcaseHeater(writer, at('Dome House', 'RTU-1'));
      places.looseNeutral(
        writer,
        (sites.find((s) => s.name === 'Press Hall') as DemoSite).units.filter((u) => u.tag.startsWith('RTU')),
      );
      places.declinedThenFlooded(writer, at('Records Annex', 'AH-2'));
      places.lint(
        writer,
        LINTY.map(([site, tag]) => at(site, tag)),
      );
      thisMorning(writer, sites);
    },
  };
}
