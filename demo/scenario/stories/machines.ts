import { oneOf, wholeBetween } from '#core/base/random';
import { addDays } from '#core/base/time';
import type { DemoSite, DemoUnit } from '../fleet.ts';
import { flameSignal, heatMeasurements, measured } from '../instrument.ts';
import { repair } from '../repair.ts';
import type { Writer } from '../writer.ts';

/* Stories that several machines or several years tell. */

/** Days of past winters, oldest first, that lie before the demo's day. */
const winterDays = (today: string, years: readonly number[], monthDay: string): string[] =>
  years
    .map((back) => `${Number(today.slice(0, 4)) - back}-${monthDay}`)
    .filter((day) => day < addDays(today, -6));

const IGNITERS = { maker: 'Calvrick', line: 'CK-G', most: 16 } as const;

/** One maker's igniters of two model years crack, at many customers. @returns the units it happens to */
export function fragileIgniters(
  writer: Writer,
  sites: readonly DemoSite[],
  leads: ReadonlySet<string>,
): DemoUnit[] {
  const { random, rows } = writer;
  const units = sites
    .flatMap((site) => site.units)
    .filter(
      (u) =>
        String(u.record.model).startsWith(IGNITERS.line) && u.refrigerant === 'R-410A' && !leads.has(u.id),
    )
    .slice(0, IGNITERS.most);
  units.forEach((unit) => {
    const built = addDays(rows.today, -365 * 5 - wholeBetween(random, 20, 700));
    Object.assign(unit.record, {
      built_on: built,
      installed_on: addDays(built, wholeBetween(random, 30, 90)),
      serial: `C${built.slice(2, 4)}${String(unit.record.serial).slice(3)}`,
    });
  });
  return units;
}

/** The winters in which those igniters crack; most units lose one, some lose two. */
export function ignitersCrack(writer: Writer, units: readonly DemoUnit[]): void {
  const { random, rows } = writer;
  units.forEach((unit, i) => {
    const winters = winterDays(
      rows.today,
      i % 3 === 0 ? [1, 0] : [i % 2],
      `0${1 + (i % 2)}-${String(10 + (i % 17)).padStart(2, '0')}`,
    );
    for (const day of winters)
      repair(
        writer,
        unit,
        day,
        [
          oneOf(random, ['No heat', 'Cold at opening', 'Tries three times and stops']),
          'heating',
          'ignitor',
          'cracked',
          'New igniter, three starts watched',
        ],
        { cents: wholeBetween(random, 210, 290) * 100, extra: [flameSignal({}, random)] },
      );
  });
}

const BACKWARDS_MENDED = -24;

/**
 * A fan that has turned the wrong way since the day it was started: what it lacks in air, known before
 * anything is measured.
 */
export function fanTurnsBackwards(writer: Writer, unit: DemoUnit): void {
  const { today } = writer.rows;
  Object.assign(unit.record, {
    built_on: addDays(today, -365 * 4 - 200),
    installed_on: addDays(today, -365 * 4 - 120),
  });
  unit.wear.airLost = 0.62;
  unit.wear.airMendedOn = addDays(today, BACKWARDS_MENDED);
}

/** Four winters of limits, belts and gas valves before somebody looked at the arrow. */
export function backwardsFan(writer: Writer, unit: DemoUnit): void {
  const { random, rows } = writer;
  const tried: readonly (readonly [
    monthDay: string,
    complaint: string,
    component: string,
    failure: string,
    work: string,
  ])[] = [
    ['01-19', 'Stuffy and cold', 'belt', 'worn', 'New belt, tighter'],
    ['01-22', 'Seedlings frosted', 'gas valve', 'other', 'Manifold turned down so that it stays on'],
    ['02-20', 'Propagation cold, burner short-cycles', 'limit', 'open', 'New limit switch, fires again'],
    ['01-19', 'Trips on limit', 'limit', 'open', 'Second limit switch, told them to keep doors shut'],
  ];
  tried.forEach(([monthDay, complaint, component, failure, work], i) => {
    const [day] = winterDays(rows.today, [3 - i], monthDay);
    if (day)
      repair(
        writer,
        unit,
        day,
        [complaint, component === 'belt' ? 'ventilation' : 'heating', component, failure, work],
        { grade: 'presumed', extra: heatMeasurements(unit, { 'low indoor air': 0.62 }, random).slice(1, 2) },
      );
  });
  repair(
    writer,
    unit,
    addDays(rows.today, BACKWARDS_MENDED),
    [
      'Quote wanted for a larger heater',
      'ventilation',
      'blower',
      'other',
      'Two legs swapped at the starter, fan turns with its arrow',
    ],
    {
      delay: 0,
      cents: 22_500,
      extra: [
        {
          kind: 'note',
          body: {
            text:
              'Wheel turns against its arrow and has since it was commissioned: moves about a ' +
              'third of its air, amps half the plate.',
          },
        },
        ...heatMeasurements(unit, {}, random).slice(1, 2),
      ],
    },
  );
}

/** An actuator taken from a unit on standby, to be given back some day. */
export function borrowedActuator(writer: Writer, from: DemoUnit, to: DemoUnit): void {
  repair(
    writer,
    to,
    addDays(writer.rows.today, -75),
    [
      'Stuffy, damper hangs shut',
      'ventilation',
      'damper actuator',
      'burnt',
      `Actuator borrowed from ${from.tag}, cycles; new one on order`,
    ],
    {
      delay: 0,
      cents: 19_000,
      extra: [
        {
          kind: 'condition left',
          unitId: from.id,
          body: {
            condition: 'part borrowed',
            text: `Damper actuator went to ${to.tag}; damper tied shut`,
            changedFrom: 'actuator on',
            changedTo: 'damper tied shut',
            told: 'caretaker',
          },
        },
      ],
    },
  );
}

/** Two compressors that died of a cold start, before somebody felt the shell. */
export function crankcaseHeater(writer: Writer, unit: DemoUnit): void {
  const { today } = writer.rows;
  const year = Number(today.slice(0, 4));
  const springs = [`${year - 3}-04-06`, `${year - 2}-04-11`, `${year - 1}-04-09`]
    .filter((day) => day < addDays(today, -30))
    .slice(-2);
  springs.forEach((day, i) =>
    repair(
      writer,
      unit,
      day,
      [
        i === 0 ? 'No cooling at first warm day' : 'Dead again at first warm day',
        'cooling',
        'compressor',
        'burnt',
        'New compressor and drier, vacuum held, charge weighed in',
      ],
      {
        cents: 412_000,
        fetch: { missing: 'compressor, two people, hoist', days: 6 },
        slot: { part: 'compressor', circuit: 1 },
        extra: [
          {
            kind: 'refrigerant',
            body: {
              refrigerant: unit.refrigerant,
              circuit: 1,
              recoveredLb: 8,
              addedLb: 9.5,
              afterOpening: true,
            },
          },
        ],
      },
    ),
  );
  repair(
    writer,
    unit,
    addDays(springs.at(-1) ?? today, 20),
    [
      'Check after the second compressor',
      'cooling',
      'crankcase heater',
      'open',
      'New crankcase heater, shell warm next morning',
    ],
    {
      cents: 24_000,
      delay: 0,
      extra: [
        measured('windings', { megohms: { value: 12, unit: 'MΩ' }, temperature: { value: 58, unit: '°F' } }),
        {
          kind: 'note',
          body: {
            text:
              'Shell stone cold at 7 in the morning, heater reads open. Both compressors started ' +
              'on liquid after the winter.',
          },
        },
      ],
    },
  );
}
