import { oneOf, wholeBetween } from '#core/base/random';
import { addDays } from '#core/base/time';
import type { DemoUnit } from '../fleet.ts';
import { measured } from '../instrument.ts';
import { repair, type Trouble } from '../repair.ts';
import type { Writer } from '../writer.ts';

/* Stories whose cause is the place, not the machine. */

/** Days on which the wind shook the lines, counted back from the demo's day. */
const STORMS = [1330, 969, 612, 431, 298, 147, 61, 19] as const;

const KILLED: readonly Trouble[] = [
  ['Dead after the storm', 'electrical', 'xfmr', 'burnt', 'New transformer, tap checked'],
  ['Thermostat dark after the night', 'controls', 'tstat', 'burnt', 'New thermostat'],
  ['Fan dead since the storm', 'ventilation', 'blower motor', 'burnt', 'New blower motor'],
  ['Board dark', 'controls', 'board', 'burnt', 'New board, fuse in front of it'],
];

/**
 * A neutral that is loose at the utility's pole: whenever it storms, whatever hangs between a leg and neutral
 * dies somewhere in the hall.
 */
export function looseNeutral(writer: Writer, units: readonly DemoUnit[]): void {
  const { random, rows } = writer;
  STORMS.forEach((ago, n) => {
    const hit = [
      units[(n * 2) % units.length],
      units[(n * 2 + 3) % units.length],
      ...(n % 3 === 0 ? [units[(n * 2 + 1) % units.length]] : []),
    ];
    hit.forEach((unit, i) =>
      repair(
        writer,
        unit as DemoUnit,
        addDays(rows.today, -ago),
        KILLED[(n + i) % KILLED.length] as Trouble,
        {
          delay: i % 2,
          cents: wholeBetween(random, 180, 520) * 100,
          extra: [
            ...(i === 0
              ? [
                  measured('control-power', {
                    control: { value: oneOf(random, [30.5, 31.2, 19.4]), unit: 'V' },
                  }),
                ]
              : []),
            {
              kind: 'note',
              body: {
                text: oneOf(random, [
                  'Wind all night.',
                  'Lights in the hall went bright and dim.',
                  'Gale since yesterday.',
                ]),
              },
            },
          ],
        },
      ),
    );
  });
  const last = units[0] as DemoUnit;
  repair(
    writer,
    last,
    addDays(rows.today, -18),
    ['Foreman sees the lamps pulse', 'electrical', 'wires', 'loose', 'Nothing mended: not ours'],
    {
      grade: 'presumed',
      delay: 0,
      extra: [
        {
          kind: 'recommendation',
          body: {
            text:
              'Have the utility look at the neutral at the pole: legs to neutral read 131 and ' +
              '107 V when a press starts.',
          },
        },
      ],
    },
  );
}

/** Cleaning the drains was offered and declined; weeks later the archive stood in water. */
export function declinedThenFlooded(writer: Writer, unit: DemoUnit): void {
  const { rows } = writer;
  const offered = addDays(rows.today, -142);
  const { doneOn } = repair(
    writer,
    unit,
    offered,
    ['Drip tray damp', 'drainage', 'drain', 'dirty', 'Ran a bottle of water through, slow but runs'],
    {
      delay: 0,
      cents: 14_500,
      extra: [
        {
          kind: 'recommendation',
          body: {
            text:
              'Clean traps and drains of all four air handlers: 640 USD. Declined in writing by ' +
              'the archivist, no budget before July.',
          },
        },
      ],
    },
  );
  repair(
    writer,
    unit,
    addDays(rows.today, -53),
    [
      'Water through the ceiling onto the boxes',
      'drainage',
      'drain',
      'plugged',
      'Pumped out, trap cut out and renewed, line blown clear, float switch fitted',
    ],
    {
      delay: 0,
      cents: 287_000,
      extra: [
        {
          kind: 'note',
          body: { text: `Cleaning this drain was recommended on ${doneOn} and declined in writing.` },
        },
      ],
    },
  );
}

/** Lint plugs filters and coils within weeks of a change. */
export function lint(writer: Writer, units: readonly DemoUnit[]): void {
  const { random, rows } = writer;
  for (const unit of units) {
    let ago = 420 - wholeBetween(random, 0, 30);
    for (let nth = 0; ago > 8; nth++, ago -= wholeBetween(random, 44, 66))
      repair(writer, unit, addDays(rows.today, -ago), LINT[nth % LINT.length] as Trouble, {
        cents: wholeBetween(random, 140, 260) * 100,
        faults: { 'low indoor air': 0.6 },
      });
  }
}

/** In turn: the coil comes round again within the year. */
const LINT: readonly Trouble[] = [
  ['Hardly any air', 'ventilation', 'air filters', 'plugged', 'Filters in, lint raked off the coil face'],
  ['Warm and humid', 'cooling', 'evap coil', 'dirty', 'Coil brushed and washed'],
  ['Iced over again', 'cooling', 'air filters', 'plugged', 'Thawed, filters in'],
];
