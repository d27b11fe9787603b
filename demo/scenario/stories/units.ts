import { addDays } from '#core/base/time';
import type { DemoUnit } from '../fleet.ts';
import { repair } from '../repair.ts';
import type { Writer } from '../writer.ts';

/* Stories of single units. What each should show is written in demo/README.md and checked where the demo is loaded. */

/** The last three springs in which somebody topped up. */
const topUpDays = (today: string): string[] => {
  const year = Number(today.slice(0, 4));
  return [-3, -2, -1, 0]
    .map((back) => `${year + back}-04-${String(18 - back * 4).padStart(2, '0')}`)
    .filter((day) => day < addDays(today, -4))
    .slice(-3);
};

/** A unit that loses most of its charge between one spring and the next: what its readings then say. */
export function leaksAllYear(writer: Writer, unit: DemoUnit): void {
  const { today } = writer.rows;
  Object.assign(unit.record, {
    built_on: addDays(today, -365 * 13 - 40),
    installed_on: addDays(today, -365 * 13),
  });
  unit.wear.leakPerYear = 1;
  unit.wear.fullDays.push(addDays(today, -365 * 4), ...topUpDays(today));
}

/** Topped up every spring, leak never found. */
export function springTopUps(writer: Writer, unit: DemoUnit): void {
  topUpDays(writer.rows.today).forEach((day, i) => {
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
        cents: 41_500,
        extra: [
          {
            kind: 'refrigerant',
            body: { refrigerant: unit.refrigerant, addedLb: [2.5, 3, 3.5][i], circuit: 1 },
          },
          {
            kind: 'finding',
            body: { component: 'evaporator coil', failure: 'leak', grade: 'not found', system: 'cooling' },
          },
        ],
      },
    );
  });
}

/**
 * A wire that rubs on the door frame: each maintenance opens the door, and a day or two later the control
 * fuse is gone.
 */
export function chafedWire(writer: Writer, unit: DemoUnit): void {
  unit.wear.filterDays
    .slice(-4)
    .reverse()
    .forEach((day, i) => {
      repair(
        writer,
        unit,
        addDays(day, 1 + (i % 2)),
        [
          'Dead after the service',
          'electrical',
          i === 0 ? 'control fuse' : 'fuse',
          'open',
          'New 5 A fuse, runs',
        ],
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
    [
      'Smell of exhaust by bay 3',
      'heating',
      'drum exchanger',
      'cracked',
      'Opened the drum: soot, and light through the weld',
    ],
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
          body: {
            condition: 'heat disabled',
            text: 'Gas cock shut, call wire cut and taped',
            changedFrom: 'heat on call',
            changedTo: 'gas shut, call wire cut',
            told: 'depot foreman, in writing',
          },
        },
        {
          kind: 'recommendation',
          body: { text: 'Replace the heater; quote sent for drum exchange or new unit. No answer yet.' },
        },
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
    [
      'Screen 4 warm on a Friday',
      'cooling',
      'contactor',
      'burnt',
      'Stage 2 contactor welded; none on the truck',
    ],
    {
      extra: [
        {
          kind: 'condition left',
          body: {
            condition: 'circuit isolated',
            text: 'Stage 2 off at its fuses until a contactor comes',
            changedFrom: 'two stages',
            changedTo: 'stage 1 only',
          },
        },
      ],
    },
  );
}

/** A unit that still runs for a mezzanine nobody can enter any more. */
export function brickedUpMezzanine(writer: Writer, unit: DemoUnit): void {
  Object.assign(unit.record, {
    handling_notes:
      'Mezzanine was walled up in the refit: this unit cools a void. Ask before spending anything on it.',
  });
  repair(
    writer,
    unit,
    addDays(writer.rows.today, -250),
    ['Runs all night, for whom?', 'controls', 'tstat', 'other', 'Its thermostat is behind the new wall'],
    {
      extra: [
        {
          kind: 'condition left',
          body: {
            condition: 'override on',
            text: 'Set back at the board, thermostat unreachable',
            changedFrom: '74 °F by its thermostat',
            changedTo: '85 °F at the board',
          },
        },
        {
          kind: 'recommendation',
          body: { text: 'Take it out of use: the mezzanine it serves is bricked up.' },
        },
      ],
    },
  );
}

/**
 * After one kind of repair the call comes back within days: fan motors fitted without their own capacitor.
 */
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
