import { convert, judgeReading, type QuantityName } from '#core/quantities';
import { READING_POINT_NAMES, READING_POINTS, type Reading, type ReadingSet } from '#core/readings';
import type { EntryKind } from '#contracts/visits';

/** What a form holds while it is being filled in: text as typed, boxes as ticked. */
export type Values = Record<string, string | boolean>;

/** One kind of entry as a form: its words, and the way from what is typed to what is sent and back. */
export interface EntryForm {
  readonly kind: EntryKind;
  readonly title: string;
  readonly save: string;
  readonly toBody: (values: Values) => Record<string, unknown>;
  readonly fromBody: (body: Record<string, unknown>) => Values;
}

const text = (values: Values, name: string): string | undefined =>
  String(values[name] ?? '').trim() || undefined;

/** A number as typed; what is no number is sent on as NaN, so that the contract names the field. */
const number = (values: Values, name: string): number | undefined => {
  const typed = text(values, name);
  return typed === undefined ? undefined : Number(typed.replace(',', '.'));
};

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
  const value = number(values, name);
  if (value === undefined || !Number.isFinite(value)) return value;
  const unit = typedIn(values, name, customary);
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
    const judged = judgeReading(quantity, unit, Number(typed.replace(',', '.')));
    return judged.quality === 'doubtful' ? { hint: `Doubtful: ${judged.why}. It is kept and marked.` } : {};
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
export function readingsOf(values: Values): Reading[] {
  return READING_POINT_NAMES.flatMap((point) => {
    const value = number(values, point);
    return value === undefined
      ? []
      : [{ point, value, unit: typedIn(values, point, READING_POINTS[point].unit) }];
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

/** Kinds that are written by a form of the sheet; arriving is a button, measurements come from the bench. */
export type FormKind = Exclude<EntryKind, 'arrive' | 'measurement'>;

export const FORMS: Record<FormKind, EntryForm> = {
  'reading set': {
    kind: 'reading set',
    title: 'Readings',
    save: 'Put the readings on the sheet',
    toBody: (v) =>
      only({
        mode: text(v, 'mode') ?? 'cooling',
        circuit: number(v, 'circuit'),
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
  finding: {
    kind: 'finding',
    title: 'Finding',
    save: 'Put the finding on the sheet',
    toBody: (v) =>
      only({
        component: text(v, 'component') ?? '',
        failure: text(v, 'failure') ?? '',
        grade: text(v, 'grade') ?? 'proven',
        system: text(v, 'system'),
        text: text(v, 'text'),
      }),
    fromBody: asText,
  },
  work: {
    kind: 'work',
    title: 'Work',
    save: 'Put the work on the sheet',
    toBody: (v) => {
      const tasks = Object.keys(v)
        .filter((name) => name.startsWith('task ') && v[name] === true)
        .map((name) => name.slice(5));
      const slot = text(v, 'slot');
      return only({
        text: text(v, 'text') ?? '',
        tasks: tasks.length > 0 ? tasks.sort() : undefined,
        leakRepair: text(v, 'leakRepair'),
        installed: slot
          ? only({
              slot,
              manufacturer: text(v, 'manufacturer'),
              model: text(v, 'model'),
              serial: text(v, 'serial'),
            })
          : undefined,
      });
    },
    fromBody: ({ tasks, installed, ...rest }) => ({
      ...asText(rest),
      ...Object.fromEntries(((tasks as string[] | undefined) ?? []).map((t) => [`task ${t}`, true])),
      ...asText((installed as Record<string, unknown> | undefined) ?? {}),
    }),
  },
  refrigerant: {
    kind: 'refrigerant',
    title: 'Refrigerant',
    save: 'Put the pounds on the sheet',
    toBody: (v) =>
      only({
        refrigerant: text(v, 'refrigerant') ?? '',
        circuit: number(v, 'circuit'),
        addedLb: measured(v, 'addedLb', 'mass', 'lb'),
        notWeighed: v.notWeighed === true,
        recoveredLb: measured(v, 'recoveredLb', 'mass', 'lb'),
        afterOpening: v.afterOpening === true,
        cylinder: text(v, 'cylinder'),
      }),
    fromBody: asText,
  },
  'condition left': {
    kind: 'condition left',
    title: 'Left not normal',
    save: 'Leave it so, in front of everybody',
    toBody: (v) =>
      only({
        condition: text(v, 'condition') ?? '',
        text: text(v, 'text') ?? '',
        told: text(v, 'told'),
        changedFrom: text(v, 'changedFrom'),
        changedTo: text(v, 'changedTo'),
        closes: text(v, 'closes'),
      }),
    fromBody: asText,
  },
  'condition closed': {
    kind: 'condition closed',
    title: 'Closed again',
    save: 'Close it',
    toBody: (v) => ({ conditionId: text(v, 'conditionId') ?? '', text: text(v, 'text') ?? '' }),
    fromBody: asText,
  },
  recommendation: {
    kind: 'recommendation',
    title: 'Recommend',
    save: 'Put it on the sheet',
    toBody: (v) => ({ text: text(v, 'text') ?? '' }),
    fromBody: asText,
  },
  note: {
    kind: 'note',
    title: 'Note',
    save: 'Put the note on the sheet',
    toBody: (v) => ({ text: text(v, 'text') ?? '' }),
    fromBody: asText,
  },
  leave: {
    kind: 'leave',
    title: 'Leave',
    save: 'Leave the site',
    toBody: (v) =>
      only({ outcome: text(v, 'outcome') ?? '', text: text(v, 'text'), stillOpen: text(v, 'stillOpen') }),
    fromBody: asText,
  },
};
