import { z } from 'zod';
import { id, longText, shortText } from '#core/base/shapes';
import { hasSlot, slotFor, slotName } from '#core/machine';
import { FOUND_AS, PUT_OFF_FOR, putOffWords, type PutOffFor } from '#core/upkeep/maintenance';
import { circuitLack, circuitNumber, slot } from './fields.ts';
import { kind, sentences, type Lack, type Near } from './kind.ts';

type Installed = { readonly slot: z.infer<typeof slot> };

/** A unit that lent a part: where it is put in says it, and it stands open on both. */
const borrowed = z.object({
  fromUnitId: id,
  /** What both were called when it was written: what is borrowed is looked for by its plate. */
  from: z.string().trim().min(1).max(60),
  to: z.string().trim().min(1).max(60),
});

function slotLack({ slot: { part, circuit } }: Installed, { unit }: Near): Lack[] {
  if (!unit) return [{ path: 'installed.slot', message: 'which unit? a component belongs to one' }];
  const meant = slotFor(part, circuit);
  return hasSlot(unit.kind, unit.circuits, meant)
    ? []
    : [{ path: 'installed.slot', message: `this unit has no such slot: ${slotName(meant)}` }];
}

const BECAUSE = {
  failed: 'had failed',
  preventive: 'before it failed',
  group: 'with the others',
  borrowed: 'was borrowed',
} as const;

/** By task, in a few words: "filters and belts found plugged". */
const byTask = (said: Readonly<Record<string, string>> | undefined, word: (value: string) => string) =>
  Object.entries(said ?? {}).map(([task, value]) => `${task} ${word(value)}`);

/** What was done: in words, as tasks of maintenance, as a leak repaired, as a component put in. */
export const work = kind({
  body: z
    .object({
      text: longText,
      /** Maintenance tasks done on this unit, by key. */
      tasks: z.array(z.string().max(60)).max(20).optional(),
      /** How what was renewed had been found, by task. */
      found: z.record(z.string().max(60), z.enum(FOUND_AS)).optional(),
      /** Tasks that were due and could not be done, each with why; they stay due. */
      putOff: z.record(z.string().max(60), z.enum(PUT_OFF_FOR)).optional(),
      leakRepair: z.enum(['proven', 'not proven']).optional(),
      circuit: circuitNumber.optional(),
      /** A component put into a slot: the one that was there ends its life. */
      installed: z
        .object({
          slot,
          manufacturer: shortText.optional(),
          model: shortText.optional(),
          serial: shortText.optional(),
          /** Why the old one came out, where that is not plain from what was found. */
          because: z
            .enum(['failed', 'preventive', 'group', 'borrowed'], 'why did the old one come out?')
            .optional(),
          borrowed: borrowed.optional(),
        })
        .optional(),
    })
    .refine(
      ({ text, tasks = [], putOff = {}, leakRepair, installed }) =>
        text !== '' || tasks.length > 0 || Object.keys(putOff).length > 0 || leakRepair || installed,
      { error: 'nothing is written: what was done?', path: ['text'] },
    ),
  older: ({ text = '', ...body }) => ({ text, ...body }),
  about: 'a unit or point',
  which: 'work is done on one, or on a point of the site',
  touches: ['calls', 'called units'],
  folded: 'all',
  needs: ({ installed, leakRepair, circuit }, near) => [
    ...(installed ? slotLack(installed, near) : []),
    ...(leakRepair === 'proven' ? circuitLack(circuit, near) : []),
  ],
  says: ({ text, tasks = [], found, putOff, leakRepair, installed }) =>
    sentences(
      text,
      tasks.length > 0 && `Done: ${tasks.join(', ')}`,
      ...byTask(found, (as) => `found ${as}`),
      ...byTask(putOff, (why) => `put off, ${putOffWords(why as PutOffFor)}`),
      leakRepair && `Leak repair ${leakRepair}`,
      installed &&
        `${installed.borrowed ? `Borrowed from ${installed.borrowed.from}:` : 'New'} ${slotName(installed.slot)}` +
          (installed.because ? `, the old one ${BECAUSE[installed.because]}` : ''),
    ),
  form: { title: 'Work', save: 'Put the work on the sheet', group: 'done' },
});
