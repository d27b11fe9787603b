import { addDays } from '#core/time';
import { repair, workday } from './daily.ts';
import type { DemoSite, DemoUnit } from './fleet.ts';
import type { Writer } from './writer.ts';

/* The planted stories. What each should show is written in demo/README.md and checked in scenario.test.ts. */

export function unitAt(sites: readonly DemoSite[], site: string, tag: string): DemoUnit {
  const unit = sites.find((s) => s.name === site)?.units.find((u) => u.tag === tag);
  if (!unit) throw new RangeError(`the cast has no ${tag} at ${site}`);
  return unit;
}

/** Stories in which a unit plays the lead and ordinary troubles would only blur the picture. */
export const LEADS: readonly (readonly [site: string, tag: string])[] = [
  ['Throwing Rooms', 'HP-2'],
  ['Market Branch', 'RTU-2'],
  ['Main Depot', 'UH-3'],
  ['Six-Screen House', 'RTU-4'],
  ['Records Annex', 'AH-4'],
  ['Ropewalk Laundry', 'RTU-1'],
  ['Saltings Laundry', 'RTU-2'],
  ['Tannery Fields Laundry', 'RTU-1'],
];

/** Topped up every spring, leak never found. */
export function springTopUps(writer: Writer, unit: DemoUnit): void {
  const year = Number(writer.rows.today.slice(0, 4));
  const springs = [-3, -2, -1, 0]
    .map((back) => `${year + back}-04-${String(18 - back * 4).padStart(2, '0')}`)
    .filter((day) => day < addDays(writer.rows.today, -4));
  Object.assign(unit.record, { built_on: addDays(writer.rows.today, -365 * 13 - 40), installed_on: addDays(writer.rows.today, -365 * 13) });
  springs.slice(-3).forEach((day, i) => {
    repair(
      writer,
      unit,
      day,
      [
        'Glaze room warm, ice on the line',
        'cooling',
        'refrigerant',
        'leak',
        [
          'Topped up, bubbles at the joints, nothing seen',
          'Topped up again, detector chirped at the coil, not confirmed',
          'Topped up, told the studio it leaks somewhere',
        ][i] as string,
      ],
      {
        grade: 'presumed',
        short: 0.8,
        cents: 41_500,
        extra: [
          { kind: 'refrigerant', body: { refrigerant: unit.refrigerant, addedLb: [2.5, 3, 3.5][i], circuit: 1 } },
          { kind: 'finding', body: { component: 'evaporator coil', failure: 'leak', grade: 'not found', system: 'cooling' } },
        ],
      },
    );
  });
}

/** A wire that rubs on the door frame: each maintenance opens the door, and a day or two later the control fuse is gone. */
export function chafedWire(writer: Writer, unit: DemoUnit, maintained: readonly string[]): void {
  maintained.slice(0, 4).forEach((day, i) => {
    repair(
      writer,
      unit,
      addDays(day, 1 + (i % 2)),
      ['Dead after the service', 'electrical', i === 0 ? 'control fuse' : 'fuse', 'open', 'New 5 A fuse, runs'],
      {
        cents: 18_500,
        delay: 0,
        extra:
          i === 0
            ? [
                {
                  kind: 'finding',
                  body: {
                    component: 'wiring',
                    failure: 'chafed',
                    grade: 'presumed',
                    system: 'electrical',
                    text: 'Bare copper where the harness crosses the door frame?',
                  },
                },
              ]
            : [],
      },
    );
  });
}

/** A drum exchanger found sooted: heat disabled, quote sent, no answer. */
export function sootedDrum(writer: Writer, unit: DemoUnit): void {
  Object.assign(unit.record, {
    built_on: addDays(writer.rows.today, -365 * 22),
    installed_on: addDays(writer.rows.today, -365 * 22 + 90),
    handling_notes: 'Drum comes out to the left only; two people.',
  });
  repair(
    writer,
    unit,
    addDays(writer.rows.today, -44),
    ['Smell of exhaust by bay 3', 'heating', 'drum exchanger', 'cracked', 'Opened the drum: soot, and light through the weld'],
    {
      cents: 32_000,
      extra: [
        {
          kind: 'condition left',
          body: {
            condition: 'exchanger holed or cracked',
            text: 'Crack at the drum weld, soot on the burner face',
            told: 'depot foreman, in writing',
          },
        },
        {
          kind: 'condition left',
          body: { condition: 'heat disabled', text: 'Gas cock shut, call wire cut and taped', told: 'depot foreman, in writing' },
        },
        { kind: 'recommendation', body: { text: 'Replace the heater; quote sent for drum exchange or new unit. No answer yet.' } },
      ],
    },
  );
}

/** One circuit isolated to get through a weekend, then forgotten. */
export function forgottenCircuit(writer: Writer, unit: DemoUnit): void {
  repair(
    writer,
    unit,
    addDays(writer.rows.today, -430),
    ['Screen 4 warm on a Friday', 'cooling', 'contactor', 'burnt', 'Stage 2 contactor welded; none on the truck'],
    { extra: [{ kind: 'condition left', body: { condition: 'circuit isolated', text: 'Stage 2 off at its fuses until a contactor comes' } }] },
  );
}

/** A unit that still runs for a mezzanine nobody can enter any more. */
export function brickedUpMezzanine(writer: Writer, unit: DemoUnit): void {
  Object.assign(unit.record, { handling_notes: 'Mezzanine was walled up in the refit: this unit cools a void. Ask before spending anything on it.' });
  repair(
    writer,
    unit,
    addDays(writer.rows.today, -250),
    ['Runs all night, for whom?', 'controls', 'tstat', 'other', 'Its thermostat is behind the new wall'],
    {
      extra: [
        { kind: 'condition left', body: { condition: 'override on', text: 'Set back to 85 °F at the board, thermostat unreachable' } },
        { kind: 'recommendation', body: { text: 'Take it out of use: the mezzanine it serves is bricked up.' } },
      ],
    },
  );
}

/** After one kind of repair the call comes back within days: fan motors fitted without their own capacitor. */
export function fanMotorCallbacks(writer: Writer, units: readonly DemoUnit[]): void {
  units.forEach((unit, i) => {
    const first = repair(
      writer,
      unit,
      addDays(writer.rows.today, -66 + i * 13),
      ['Trips on high head', 'cooling', 'cond fan', 'seized', 'New condenser fan motor on the old capacitor'],
      { delay: 0, cents: 46_000 },
    );
    repair(
      writer,
      unit,
      addDays(first.doneOn, 4 + i * 2),
      ['Same again', 'cooling', 'condenser fan motor', 'burnt', 'Motor hot, capacitor 40 % down; both new'],
      { delay: 0, cents: 39_000 },
    );
  });
}

/** What is on the desk this morning: calls that wait, and those planned for today. */
export function thisMorning(writer: Writer, sites: readonly DemoSite[]): void {
  const today = writer.rows.today;
  const planned = workday(today);
  const open = (site: string, tag: string | null, complaint: string, more: Record<string, unknown>) => {
    const where = sites.find((s) => s.name === site) as DemoSite;
    const unit = tag === null ? undefined : unitAt(sites, site, tag);
    const call = writer.add('calls', {
      site_id: where.id,
      unit_id: unit?.id ?? null,
      kind: 'call',
      status: 'open',
      received_at: writer.at(today, 425),
      complaint,
      area: unit?.area ?? null,
      ...more,
    });
    if (call.crew_id) {
      Object.assign(call, { status: 'scheduled', scheduled_on: planned });
      const visit = writer.add('visits', { site_id: where.id, crew_id: call.crew_id, planned_for: planned });
      writer.rows.visit_calls.push({ visit_id: visit.id, call_id: call.id });
    }
  };
  const crewOf = (site: string) => (sites.find((s) => s.name === site) as DemoSite).crew.id;
  open('Throwing Rooms', 'HP-2', 'Glaze room will not hold temperature again', {
    system: 'cooling',
    priority: 'today',
    stake: 'stock or equipment',
    caller: 'glaze technician',
    crew_id: crewOf('Throwing Rooms'),
  });
  open('Tannery Fields Clinic', 'HP-2', 'Ward too warm, two animals in recovery', {
    system: 'cooling',
    priority: 'at once',
    stake: 'people at risk',
    caller: 'head nurse',
    crew_id: crewOf('Tannery Fields Clinic'),
  });
  open('Records Annex', null, 'Archive upstairs is muggy', { system: 'cooling', priority: 'this week', caller: 'archivist' });
  open('Press Hall', 'RTU-2', 'Press 2 operators say it cycles', { system: 'cooling', priority: 'this week', caller: 'shift foreman' });
  open('Harbour Interchange', 'RTU-1', 'Waiting hall cold at opening', {
    system: 'heating',
    priority: 'with the next route',
    stake: 'comfort',
    caller: 'duty manager',
  });
}
