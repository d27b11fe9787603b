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

const text = (values: Values, name: string): string | undefined => String(values[name] ?? '').trim() || undefined;

/** A number as typed; what is no number is sent on as NaN, so that the contract names the field. */
const number = (values: Values, name: string): number | undefined => {
  const typed = text(values, name);
  return typed === undefined ? undefined : Number(typed.replace(',', '.'));
};

const only = (entries: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined && value !== false));

const asText = (body: Record<string, unknown>): Values =>
  Object.fromEntries(Object.entries(body).map(([name, value]) => [name, typeof value === 'boolean' ? value : String(value)]));

/** The readings typed so far, in the unit each point is asked for. */
export function readingsOf(values: Values): Reading[] {
  return READING_POINT_NAMES.flatMap((point) => {
    const value = number(values, point);
    return value === undefined ? [] : [{ point, value, unit: READING_POINTS[point].unit }];
  });
}

/** The reading set typed so far, for the live results. */
export function readingSetOf(values: Values): ReadingSet {
  const outdoorF = number(values, 'outdoorF');
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
        outdoorF: number(v, 'outdoorF'),
        minutesRunning: number(v, 'minutesRunning'),
        condenser: text(v, 'condenser'),
        readings: readingsOf(v),
      }),
    fromBody: ({ readings, ...rest }) => ({ ...asText(rest), ...Object.fromEntries((readings as Reading[]).map((r) => [r.point, String(r.value)])) }),
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
        installed: slot ? only({ slot, manufacturer: text(v, 'manufacturer'), model: text(v, 'model'), serial: text(v, 'serial') }) : undefined,
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
        addedLb: number(v, 'addedLb'),
        notWeighed: v.notWeighed === true,
        recoveredLb: number(v, 'recoveredLb'),
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
  note: { kind: 'note', title: 'Note', save: 'Put the note on the sheet', toBody: (v) => ({ text: text(v, 'text') ?? '' }), fromBody: asText },
  leave: {
    kind: 'leave',
    title: 'Leave',
    save: 'Leave the site',
    toBody: (v) => only({ outcome: text(v, 'outcome') ?? '', text: text(v, 'text'), stillOpen: text(v, 'stillOpen') }),
    fromBody: asText,
  },
};
