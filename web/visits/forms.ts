import { v7 as uuid } from 'uuid';
import { parseInstant } from '#core/base/time';
import { now } from '../state/clock.ts';
import { isPart, slotKey, slotOfKey, type PartId, type Slot } from '#core/machine';
import { convert, judgeReading, plainUnit, typedQuantity, type QuantityName } from '#core/base/quantities';
import { numberTyped, quantityTyped } from '../ui/forms/numbers.ts';
import { READING_POINT_NAMES, READING_POINTS, type Reading, type ReadingSet } from '#core/evidence';
import type { ConditionKind } from '#core/base/vocabulary';
import { dangerFound, FORM_KINDS, formOf } from '#core/record/kinds';
import type { EntryKind } from '#contracts/visits';

/** What a form holds while it is being filled in: text as typed, boxes as ticked. */
export type Values = Record<string, string | boolean>;

/** One kind of entry as a form: the way from what is typed to what is sent and back. */
interface EntryForm {
  readonly toBody: (values: Values) => Record<string, unknown>;
  readonly fromBody: (body: Record<string, unknown>) => Values;
}

const text = (values: Values, name: string): string | undefined =>
  String(values[name] ?? '').trim() || undefined;

/** A number as typed; what is no number is sent on as it stands, so that the contract names the field. */
const number = (values: Values, name: string): number | undefined => numberTyped(text(values, name));

/** Where a form keeps the unit a number was typed in. */
export const unitName = (name: string): string => `${name} unit`;

const typedIn = (values: Values, name: string, customary: string): string =>
  text(values, unitName(name)) ?? customary;

/** A number as typed, in its customary unit whatever unit it was typed in. */
const measured = (
  values: Values,
  name: string,
  quantity: QuantityName,
  customary: string,
): number | undefined => {
  const read = quantityTyped(quantity, typedIn(values, name, customary), text(values, name));
  if (read === undefined || !Number.isFinite(read.value)) return read?.value;
  const { value, unit } = read;
  // Beyond a thousandth a converted number holds nothing that anybody measured.
  return unit === customary ? value : Number(convert(quantity, unit, customary, value).toFixed(3));
};

/** What is wrong with a number the moment it is typed, by the same rules the server applies. */
export function judgeTyped(
  quantity: QuantityName,
  unit: string,
  typed: string,
): { error?: string; hint?: string } {
  if (typed.trim() === '') return {};
  try {
    const read = typedQuantity(quantity, unit, typed);
    const judged = judgeReading(quantity, read.unit, read.value);
    if (judged.quality === 'doubtful') return { hint: `Doubtful: ${judged.why}. It is kept and marked.` };
    // What was read differently from how it was typed is shown as it was read.
    return read.unit === unit && Number(typed) === read.value
      ? {}
      : {
          hint: `read as ${read.value.toLocaleString('en-US', { maximumFractionDigits: 3 })} ${plainUnit(read.unit)}`,
        };
  } catch (error) {
    return { error: (error as Error).message };
  }
}

const only = (entries: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined && value !== false));

const asText = (body: Record<string, unknown>): Values =>
  Object.fromEntries(
    Object.entries(body).map(([name, value]) => [name, typeof value === 'boolean' ? value : String(value)]),
  );

/** The readings typed so far, each in the unit it was typed in. */
function readingsOf(values: Values): Reading[] {
  return READING_POINT_NAMES.flatMap((point) => {
    const { quantity, unit } = READING_POINTS[point];
    const read = quantityTyped(quantity, typedIn(values, point, unit), text(values, point));
    return read === undefined ? [] : [{ point, ...read }];
  });
}

/** The reading set typed so far, for the live results. */
export function readingSetOf(values: Values): ReadingSet {
  const outdoorF = measured(values, 'outdoorF', 'temperature', '°F');
  const minutesRunning = number(values, 'minutesRunning');
  const condenser = text(values, 'condenser') as ReadingSet['condenser'];
  return {
    mode: (text(values, 'mode') ?? 'cooling') as ReadingSet['mode'],
    readings: readingsOf(values).filter((r) => Number.isFinite(r.value)),
    ...(outdoorF !== undefined && Number.isFinite(outdoorF) ? { outdoorF } : {}),
    ...(minutesRunning !== undefined && Number.isFinite(minutesRunning) ? { minutesRunning } : {}),
    ...(condenser ? { condenser } : {}),
  };
}

/** Groups of readings that are of the whole machine, not of one circuit. */
const OF_THE_MACHINE: ReadonlySet<string> = new Set(['air', 'static', 'volts', 'water']);

/**
 * What is carried over from one circuit's readings to the next: mode, conditions, air, volts; never its
 * pressures.
 */
export function carriedTo(values: Values, circuit: number): Values {
  const shared = READING_POINT_NAMES.filter((point) => OF_THE_MACHINE.has(READING_POINTS[point].group));
  const names = [
    'mode',
    'taken',
    'minutesRunning',
    'condenser',
    ...['outdoorF', ...shared].flatMap((name) => [name, unitName(name)]),
  ];
  return {
    ...Object.fromEntries(names.flatMap((name) => (name in values ? [[name, values[name] as string]] : []))),
    circuit: String(circuit),
  };
}

/** Where a form keeps a corrected time, as the wall clock of the site shows it. */
export const WHEN = 'when it happened';

/** An instant from the wall clock of a site; what is none is handed on, for the contract to refuse. */
function instantTyped(when: string, zone: string): string {
  try {
    return parseInstant(when, zone).toISOString();
  } catch (error) {
    if (error instanceof RangeError) return when;
    throw error;
  }
}

/**
 * An entry as it is sent. A new one happened now; an amendment keeps when the thing happened, unless somebody
 * corrects that.
 *
 * @param when a corrected time on the wall clock of the site; empty keeps the old one
 */
export function entryOf({
  visitId,
  unitId,
  pointId = null,
  kind,
  body,
  amending,
  when,
  zone,
}: {
  visitId: string;
  unitId: string | null;
  pointId?: string | null;
  kind: FormKind;
  body: Record<string, unknown>;
  amending?: { readonly id: string } | undefined;
  when?: string | boolean | undefined;
  zone: string;
}) {
  const corrected = typeof when === 'string' && when !== '' ? instantTyped(when, zone) : undefined;
  const occurredAt = amending ? corrected : now().toISOString();
  return {
    id: uuid(),
    visitId,
    unitId,
    ...(pointId === null ? {} : { pointId }),
    kind,
    body,
    ...(occurredAt === undefined ? {} : { occurredAt }),
    ...(amending ? { supersedes: amending.id, reason: 'amended on the sheet' } : {}),
  };
}

/** What is chosen for a part or a place, from its key. */
const slotAt = (values: Values, name: string): Slot | undefined => slotOfKey(text(values, name) ?? '');

/** What was chosen in fields named by a task; undefined where nothing was. */
function saidOf(
  values: Values,
  prefix: string,
  counts: (task: string) => boolean,
): Record<string, string> | undefined {
  const said = Object.entries(values).flatMap(([name, value]) => {
    const task = name.startsWith(prefix) ? name.slice(prefix.length) : undefined;
    return task !== undefined && value !== '' && counts(task) ? [[task, String(value)] as const] : [];
  });
  return said.length > 0 ? Object.fromEntries(said) : undefined;
}
const prefixed = (prefix: string, said: unknown): Values =>
  Object.fromEntries(
    Object.entries((said as Record<string, string> | undefined) ?? {}).map(([task, value]) => [
      `${prefix}${task}`,
      value,
    ]),
  );

/** Where a form keeps which reading it is about: its line and the rule of its answer. */
export const ACT = 'act';
const actIn = (values: Values): { lineId: string; rule: string } | undefined => {
  const [lineId = '', ...rule] = (text(values, ACT) ?? '').split(' ');
  return lineId === '' ? undefined : { lineId, rule: rule.join(' ') };
};
/** A form's value for an answer of a line. */
export const actValue = ({ lineId, rule }: { readonly lineId: string; readonly rule: string }): string =>
  `${lineId} ${rule}`;
const actTyped = (act: unknown): Values =>
  act === undefined ? {} : { [ACT]: actValue(act as { lineId: string; rule: string }) };

/** As what a finding stands open while it is typed; undefined where it endangers nobody. */
export const dangerTyped = (values: Values, words: FieldsWords): ConditionKind | undefined =>
  dangerFound(FORMS.finding.toBody(values) as never, words)?.kind;
/** Component words that the company has mapped itself. */
export type FieldsWords = ReadonlyMap<string, PartId>;

/** The tick by which somebody who was asked says that it is so. */
export const SURE = 'sure';

/** How a form says what a call is left as: one field for each call, named by the call. */
export const outcomeField = (callId: string): string => `outcome ${callId}`;
export const waitingField = (callId: string): string => `waiting ${callId}`;
const leftCalls = (values: Values): string[] =>
  Object.keys(values)
    .filter((name) => name.startsWith('outcome '))
    .map((name) => name.slice('outcome '.length));

/** A form whose fields are sent as they are typed. */
const plain = (required: readonly string[], optional: readonly string[] = []): EntryForm => ({
  toBody: (v) =>
    only({
      ...Object.fromEntries(required.map((name) => [name, text(v, name) ?? ''])),
      ...Object.fromEntries(
        optional.map((name) => [name, name === 'circuit' ? number(v, name) : text(v, name)]),
      ),
    }),
  fromBody: asText,
});

/** Kinds that are written by a form of the sheet; arriving is a button, measurements come from the bench. */
export type FormKind = Exclude<EntryKind, 'arrive' | 'measurement' | 'observation' | 'withdrawn'>;

interface Put {
  readonly slot?: Slot;
  readonly borrowed?: { readonly fromUnitId: string; readonly from: string; readonly to: string };
}

/** The ways of kinds whose fields are more than what their kind asks. */
const OWN: Partial<Record<FormKind, EntryForm>> = {
  'reading set': {
    toBody: (v) =>
      only({
        mode: text(v, 'mode') ?? 'cooling',
        circuit: number(v, 'circuit'),
        stage: number(v, 'stage'),
        taken: text(v, 'taken'),
        outdoorF: measured(v, 'outdoorF', 'temperature', '°F'),
        minutesRunning: number(v, 'minutesRunning'),
        condenser: text(v, 'condenser'),
        readings: readingsOf(v),
      }),
    fromBody: ({ readings, ...rest }) => ({
      ...asText(rest),
      ...Object.fromEntries(
        (readings as Reading[]).flatMap((r) => [
          [r.point, String(r.value)],
          [unitName(r.point), r.unit],
        ]),
      ),
    }),
  },
  look: plain(['part', 'sign', 'looked', 'by'], ['circuit', 'hidden', 'text']),
  comparison: plain(['what', 'here', 'there', 'says'], ['sister', 'sisterUnitId']),
  step: plain(['sequence', 'step', 'happened'], ['text']),
  weather: {
    toBody: (v) =>
      only({
        outdoorF: measured(v, 'outdoorF', 'temperature', '°F'),
        wetBulbF: measured(v, 'wetBulbF', 'temperature', '°F'),
        sky: text(v, 'sky'),
        wind: text(v, 'wind'),
      }),
    fromBody: asText,
  },
  finding: {
    toBody: (v) => {
      const component = text(v, 'component') ?? '';
      return only({
        component,
        // A part chosen from the list is that part; a word of one's own is kept as a word.
        part: isPart(component) ? component : undefined,
        circuit: number(v, 'circuit'),
        failure: text(v, 'failure') ?? '',
        grade: text(v, 'grade') ?? '',
        system: text(v, 'system'),
        watchUntil: text(v, 'grade') === 'presumed' ? text(v, 'watchUntil') : undefined,
        madeSafe: text(v, 'madeSafe'),
        told: text(v, 'told'),
        text: text(v, 'text'),
        act: actIn(v),
      });
    },
    fromBody: ({ act, ...rest }) => ({ ...asText(rest), ...actTyped(act) }),
  },
  work: {
    toBody: (v) => {
      const tasks = Object.keys(v)
        .filter((name) => name.startsWith('task ') && v[name] === true)
        .map((name) => name.slice(5));
      const slot = slotAt(v, 'slot');
      return only({
        text: text(v, 'text') ?? '',
        tasks: tasks.length > 0 ? tasks.sort() : undefined,
        found: saidOf(v, 'found ', (task) => tasks.includes(task)),
        putOff: saidOf(v, 'putOff ', (task) => !tasks.includes(task)),
        leakRepair: text(v, 'leakRepair'),
        circuit: text(v, 'leakRepair') ? number(v, 'circuit') : undefined,
        installed: slot
          ? only({
              slot,
              manufacturer: text(v, 'manufacturer'),
              model: text(v, 'model'),
              serial: text(v, 'serial'),
              because: text(v, 'because'),
              borrowed: text(v, 'borrowedUnit')
                ? {
                    fromUnitId: text(v, 'borrowedUnit'),
                    from: text(v, 'borrowedFrom') ?? '',
                    to: text(v, 'borrowedTo') ?? '',
                  }
                : undefined,
            })
          : undefined,
      });
    },
    fromBody: ({ tasks, installed, found, putOff, ...rest }) => {
      const { slot, borrowed, ...put } = (installed as Put | undefined) ?? {};
      return {
        ...asText(rest),
        ...Object.fromEntries(((tasks as string[] | undefined) ?? []).map((t) => [`task ${t}`, true])),
        ...prefixed('found ', found),
        ...prefixed('putOff ', putOff),
        ...asText(put),
        ...(slot ? { slot: slotKey(slot) } : {}),
        ...(borrowed
          ? { borrowedUnit: borrowed.fromUnitId, borrowedFrom: borrowed.from, borrowedTo: borrowed.to }
          : {}),
      };
    },
  },
  refrigerant: {
    toBody: (v) =>
      only({
        refrigerant: text(v, 'refrigerant') ?? '',
        circuit: number(v, 'circuit'),
        addedLb: measured(v, 'addedLb', 'mass', 'lb'),
        notWeighed: v.notWeighed === true,
        recoveredLb: measured(v, 'recoveredLb', 'mass', 'lb'),
        afterOpening: v.afterOpening === true,
        cylinder: text(v, 'cylinder'),
        from:
          measured(v, 'addedLb', 'mass', 'lb') !== undefined && text(v, 'cylinder') ? 'cylinder' : undefined,
        into: measured(v, 'recoveredLb', 'mass', 'lb') === undefined ? undefined : text(v, 'into'),
      }),
    fromBody: asText,
  },
  'condition left': {
    toBody: (v) =>
      only({
        condition: text(v, 'condition') ?? '',
        circuit: number(v, 'circuit'),
        text: text(v, 'text') ?? '',
        told: text(v, 'told'),
        changedFrom: text(v, 'changedFrom'),
        changedTo: text(v, 'changedTo'),
        closes: text(v, 'closes'),
        act: actIn(v),
      }),
    fromBody: ({ act, ...rest }) => ({ ...asText(rest), ...actTyped(act) }),
  },
  'condition closed': {
    toBody: (v) => ({ conditionId: text(v, 'conditionId') ?? '', text: text(v, 'text') ?? '' }),
    fromBody: asText,
  },
  explained: {
    toBody: (v) => ({ act: actIn(v), text: text(v, 'text') ?? '' }),
    fromBody: ({ act, ...rest }) => ({ ...asText(rest), ...actTyped(act) }),
  },
  recommendation: { toBody: (v) => ({ text: text(v, 'text') ?? '' }), fromBody: asText },
  note: { toBody: (v) => ({ text: text(v, 'text') ?? '' }), fromBody: asText },
  leave: {
    toBody: (v) => {
      const calls = leftCalls(v);
      const said = (outcome: string, waiting: string) =>
        only({
          outcome: text(v, outcome) ?? '',
          waitingFor: text(v, outcome) === 'waiting' ? text(v, waiting) : undefined,
        });
      const [first] = calls;
      return only({
        // One call is left as the visit is; of several each is named, and what is added meanwhile was not
        // reached.
        ...(calls.length === 0
          ? said('outcome', 'waitingFor')
          : calls.length === 1
            ? said(outcomeField(first as string), waitingField(first as string))
            : {
                outcome: 'not reached',
                calls: calls.map((callId) => ({
                  callId,
                  ...said(outcomeField(callId), waitingField(callId)),
                })),
              }),
        text: text(v, 'text'),
        stillOpen: text(v, 'stillOpen'),
      });
    },
    fromBody: ({ calls, ...rest }) => ({
      ...asText(rest),
      ...Object.fromEntries(
        (
          (calls as readonly { callId: string; outcome: string; waitingFor?: string }[] | undefined) ?? []
        ).flatMap(({ callId, outcome, waitingFor }) => [
          [outcomeField(callId), outcome] as const,
          ...(waitingFor ? [[waitingField(callId), waitingFor] as const] : []),
        ]),
      ),
    }),
  },
};

/** The way of a kind from what it asks. */
const asAsked = (kind: FormKind): EntryForm => {
  const asks = formOf(kind)?.asks ?? [];
  const names = (optional: boolean) =>
    asks.filter((ask) => (ask.optional ?? false) === optional).map(({ name }) => name);
  return plain(names(false), names(true));
};
/** The form of every kind. */
export const FORMS = Object.fromEntries(
  FORM_KINDS.map((kind) => [kind, OWN[kind as FormKind] ?? asAsked(kind as FormKind)]),
) as unknown as Record<FormKind, EntryForm>;

/**
 * Which condition a form for closing begins with: the only one there is; of several somebody has to choose.
 */
export const closingAtFirst = (conditions: readonly { readonly id: string }[]): string =>
  conditions.length === 1 ? (conditions[0]?.id ?? '') : '';
