import { oneOf, wholeBetween, type Random } from '#core/base/random';
import type { Faults } from '#core/simulation';
import { addDays } from '#core/base/time';
import type { DemoUnit } from './fleet.ts';
import { asFound, coolingReadings, COOLING_FROM_F, outdoorF } from './instrument.ts';
import { workday } from './maintenance.ts';
import type { Slot } from '#core/machine';
import type { Leave, Line, Writer } from './writer.ts';

/** What somebody calls about and what it turns out to be, in the words of those who write it down. */
export type Trouble = readonly [
  complaint: string,
  system: string,
  component: string,
  failure: string,
  work: string,
];

export interface RepairOptions {
  readonly cents?: number;
  readonly grade?: string;
  /** Faults that the instruments see beside what the unit suffers from anyway. */
  readonly faults?: Faults;
  /** Lines written on the visit beside finding and work. */
  readonly extra?: readonly Line[];
  /** Days from call to visit; some take a day or two where it is not given. */
  readonly delay?: number;
  /** A part that was not on the truck: the visit ends without it, and a second one days later puts it in. */
  readonly fetch?: { readonly missing: string; readonly days: number; readonly left?: Line };
  /** Slot into which a new component went. */
  readonly slot?: Slot;
  /** The leak was found, repaired and tested. */
  readonly leakProven?: boolean;
}

/**
 * One call from complaint to leaving, with a second visit where a part had to be fetched. Nothing is written
 * that would lie after the day of the demo.
 *
 * @returns the days on which it came in and was done
 */
export function repair(
  writer: Writer,
  unit: DemoUnit,
  day: string,
  [complaint, system, component, failure, work]: Trouble,
  options: RepairOptions = {},
): { receivedOn: string; doneOn: string } {
  const { random, rows } = writer;
  const receivedOn = workday(day);
  const firstOn = workday(addDays(receivedOn, options.delay ?? oneOf(random, [0, 0, 1, 1, 2])));
  const doneOn = options.fetch ? workday(addDays(firstOn, options.fetch.days)) : firstOn;
  if (doneOn >= rows.today || receivedOn < String(unit.record.installed_on)) return { receivedOn, doneOn };
  const received = wholeBetween(random, 440, 600);
  const call = writer.call(
    {
      site_id: unit.site.id,
      unit_id: unit.id,
      kind: 'call',
      received_at: writer.at(receivedOn, received),
      complaint: `${complaint}: ${unit.area.toLowerCase()}`,
      system,
      area: unit.area,
      priority: oneOf(random, ['today', 'this week']),
      cost_cents: options.cents ?? wholeBetween(random, 160, 700) * 100,
    },
    { crewId: unit.site.crew.id, day: firstOn },
  );
  const own = { unitId: unit.id, callId: call.id };
  const put = {
    ...(options.slot ? { installed: { slot: options.slot } } : {}),
    ...(options.leakProven ? { leakRepair: 'proven' } : {}),
  };
  const done: Line = { kind: 'work', body: { text: work, ...put }, ...own };
  const author = oneOf(random, unit.site.crew.authors);
  const visit = (on: string, start: number, lines: readonly Line[], leave: Leave) =>
    writer.visit({
      siteId: unit.site.id,
      crewId: unit.site.crew.id,
      day: on,
      start,
      calls: [call],
      author,
      lines,
      leave,
    });
  const found: Line[] = [
    ...readings(unit, firstOn, system, options.faults ?? {}, random, rows.today),
    { kind: 'finding', body: { component, failure, grade: options.grade ?? 'proven', system }, ...own },
  ];
  const extra = (options.extra ?? []).map((line) => ({ ...own, ...line }));
  const start = firstOn === receivedOn ? received + 60 : wholeBetween(random, 450, 840);
  if (!options.fetch) {
    visit(firstOn, start, [...found.map((line) => ({ ...own, ...line })), done, ...extra], {
      outcome: 'done',
    });
    return { receivedOn, doneOn };
  }
  const { missing, left } = options.fetch;
  const open = left ? { ...own, ...left, id: writer.id() } : undefined;
  const note: Line = { kind: 'note', body: { text: `To fetch: ${missing}` }, ...own };
  visit(firstOn, start, [...found.map((line) => ({ ...own, ...line })), note, ...(open ? [open] : [])], {
    outcome: 'waiting',
    waitingFor: 'parts',
  });
  const closing: Line[] = open
    ? [{ kind: 'condition closed', body: { conditionId: open.id, text: 'Repaired and seen to run' }, ...own }]
    : [];
  visit(doneOn, wholeBetween(random, 450, 840), [done, ...closing, ...extra], { outcome: 'done' });
  return { receivedOn, doneOn };
}

function readings(
  unit: DemoUnit,
  day: string,
  system: string,
  faults: Faults,
  random: Random,
  today: string,
): Line[] {
  const outdoor = outdoorF(day, random);
  if (system !== 'cooling' || !unit.refrigerant || outdoor < COOLING_FROM_F) return [];
  const found = asFound(unit, day, today);
  const both = Object.fromEntries(
    [...new Set([...Object.keys(found), ...Object.keys(faults)])].map((name) => [
      name,
      Math.min(1, strongest(name, found, faults)),
    ]),
  );
  return [coolingReadings(unit, day, outdoor, both, random)];
}

const strongest = (name: string, ...all: readonly Faults[]): number =>
  Math.max(...all.map((f) => f[name as keyof Faults] ?? 0));
