import { partOfWord, slotFor, slotKey, type PartId, type Slot } from '#core/machine';
import type { PlainDate } from '#core/base/time';
import type { EntryBody } from '#core/record/kinds';
import type { Entry } from './entries.ts';
import { inOrder, type Standing } from './standing.ts';

/**
 * How a component's life ended: by what whoever put the next one in says, or by what was found at it; or its
 * unit was retired, and it with it.
 */
export const LIFE_ENDS = ['failed', 'preventive', 'group', 'borrowed', 'with the unit', 'unknown'] as const;
export type LifeEnd = (typeof LIFE_ENDS)[number];

/**
 * One component in its slot. Days are site-local; null from: nobody knows since when; null until: it is in
 * there.
 */
export interface ComponentLife {
  readonly slot: Slot;
  readonly from: PlainDate | null;
  readonly until: PlainDate | null;
  /** Null while it is in there. */
  readonly ended: LifeEnd | null;
  /** The last day on which somebody looked at it and found nothing; null where nobody has. */
  readonly lastGood: PlainDate | null;
  /** Null for what was in there before the first one on record. */
  readonly entryId: string | null;
  readonly manufacturer: string | null;
  readonly model: string | null;
  readonly serial: string | null;
}

/** That a unit is retired; on which day, null where nobody knows. */
export interface Retired {
  readonly on: PlainDate | null;
}

/** What was found at a component counts for its end when the next one goes in within so many days [our choice]. */
const FOUND_DAYS = 60;
const DAY_MS = 86_400_000;

/** What happened at a slot: something was put in, or what was in it was lent to another unit. */
interface AtSlot {
  readonly e: Standing;
  readonly out: boolean;
}

/**
 * The lives of components, slot by slot: each ends on the day the next one went in, or it was lent to another
 * unit; before the first stood something unknown, and after one that was lent stands nothing.
 *
 * @param own what stands about the unit, in order
 * @param words component words the company has mapped itself
 * @param more lines that put a part of it into another unit; whether the unit is retired
 */
export function livesOf(
  own: readonly Standing[],
  day: (e: Entry) => PlainDate,
  words: ReadonlyMap<string, PartId>,
  {
    lent = [],
    retired,
  }: { readonly lent?: readonly Standing[]; readonly retired?: Retired | null | undefined },
): ComponentLife[] {
  const slots = new Map<string, { slot: Slot; events: AtSlot[] }>();
  for (const { e, out } of [
    ...own.map((e) => ({ e, out: false })),
    ...lent.map((e) => ({ e, out: true })),
  ].sort((a, b) => inOrder(a.e, b.e))) {
    const installed = e.kind === 'work' ? (e.body as EntryBody<'work'>).installed : undefined;
    if (!installed) continue;
    const slot = slotFor(installed.slot.part, installed.slot.circuit);
    const known = slots.get(slotKey(slot)) ?? { slot, events: [] };
    known.events.push({ e, out });
    slots.set(slotKey(slot), known);
  }
  return [...slots.values()].flatMap(({ slot, events }) =>
    [undefined, ...events].flatMap((start, i): ComponentLife[] => {
      const after = events[i];
      if (start?.out || (start === undefined && after === undefined)) return [];
      const e = start?.e;
      const installed = e && (e.body as EntryBody<'work'>).installed;
      const [fromMs, untilMs] = [e?.occurredMs ?? -Infinity, after?.e.occurredMs ?? Infinity];
      const good = own.findLast(
        (line) => line.occurredMs >= fromMs && line.occurredMs <= untilMs && saysGood(line, slot),
      );
      const ended = !after
        ? retired
          ? 'with the unit'
          : null
        : after.out
          ? 'borrowed'
          : endOf(own, slot, fromMs, after.e, words);
      return [
        {
          slot,
          from: e ? day(e) : null,
          until: after ? day(after.e) : lastDay(retired, e && day(e)),
          ended,
          lastGood: good ? day(good) : null,
          entryId: e?.id ?? null,
          manufacturer: installed?.manufacturer ?? null,
          model: installed?.model ?? null,
          serial: installed?.serial ?? null,
        },
      ];
    }),
  );
}

/** The day a unit was retired, and never before what is in it was put in: days are written by hand. */
const lastDay = (retired: Retired | null | undefined, from: PlainDate | undefined): PlainDate | null => {
  const on = retired?.on ?? null;
  return on !== null && from !== undefined && on < from ? from : on;
};

const sameCircuit = (slot: Slot, circuit: number | undefined): boolean =>
  slot.circuit === null || circuit === undefined || circuit === slot.circuit;

function saysGood(line: Standing, slot: Slot): boolean {
  if (line.kind !== 'look') return false;
  const { part, sign, circuit } = line.body as EntryBody<'look'>;
  return part === slot.part && sign === 'none found' && sameCircuit(slot, circuit);
}

/** By what is said where the next one went in; else by what was found at this one shortly before. */
function endOf(
  own: readonly Standing[],
  slot: Slot,
  fromMs: number,
  after: Standing,
  words: ReadonlyMap<string, PartId>,
): LifeEnd {
  const said = (after.body as EntryBody<'work'>).installed?.because;
  if (said !== undefined) return said;
  const failed = own.some((line) => {
    if (line.kind !== 'finding' || line.occurredMs < fromMs) return false;
    if (line.occurredMs < after.occurredMs - FOUND_DAYS * DAY_MS) return false;
    if (line.occurredMs > after.occurredMs && line.visitId !== after.visitId) return false;
    const { grade, component, circuit, ...body } = line.body as EntryBody<'finding'>;
    const part = body.part ?? partOfWord(component, words, body.system);
    return (grade === 'proven' || grade === 'presumed') && part === slot.part && sameCircuit(slot, circuit);
  });
  return failed ? 'failed' : 'unknown';
}
