import { numberNeeded } from '../ui/forms/numbers.ts';
import { centsTyped } from '#core/base/money';
import { type PRICE_PER, type TaskTerms, type Terms, type Whose } from '#core/upkeep/agreements';
import type { Cadence, Nth } from '#core/upkeep/maintenance';
import { PRIORITIES, type Priority } from '#core/base/vocabulary';

/** How often, as it is chosen: nothing said, a number of days by name, or one of three that ask for more. */
export interface TypedTask {
  /** '' as the level above has it. */
  readonly whose: '' | Whose;
  /** '' as above; a number of days; `days`, `months`, `weekday` or `season` with what belongs to it. */
  readonly often: string;
  readonly days: string;
  readonly months: readonly number[];
  /** Which weekday of a month: 1 to 4 or −1 for the last, and 1 Monday to 7 Sunday. */
  readonly nth: string;
  readonly weekday: string;
  /** Day of the year, `MM-DD`. */
  readonly from: string;
  readonly to: string;
  readonly minutes: string;
}

/** What is agreed, as text by field; '' is as the level above has it. */
export interface TypedTerms {
  readonly maintained: '' | 'yes' | 'no';
  readonly tasks: Readonly<Record<string, TypedTask>>;
  readonly hoursAllowed: string;
  readonly approver: string;
  readonly approverPhone: string;
  readonly limit: string;
  readonly response: Readonly<Partial<Record<Priority, string>>>;
  readonly price: string;
  readonly per: (typeof PRICE_PER)[number];
}

export const NO_TASK: TypedTask = {
  whose: '',
  often: '',
  days: '',
  months: [],
  nth: '1',
  weekday: '',
  from: '',
  to: '',
  minutes: '',
};

export const NO_TERMS: TypedTerms = {
  maintained: '',
  tasks: {},
  hoursAllowed: '',
  approver: '',
  approverPhone: '',
  limit: '',
  response: {},
  price: '',
  per: 'year',
};

/** Numbers of days that have a name. */
export const OFTEN_DAYS = [7, 14, 30, 61, 91, 182, 365] as const;

type Problem = readonly [field: string, message: string];

/** How often, as it was chosen; undefined where nothing was. */
export function cadenceTyped({
  often,
  days,
  months,
  nth,
  weekday,
  from,
  to,
}: Omit<TypedTask, 'whose' | 'minutes'>): Exclude<Cadence, { by: 'once' }> | undefined {
  const some = months.length > 0 ? { months: [...months] } : {};
  switch (often) {
    case '':
      return undefined;
    case 'months':
      return { by: 'months', months: [...months] };
    case 'weekday':
      return { by: 'weekday', nth: Number(nth) as Nth, weekday: numberNeeded(weekday), ...some };
    case 'season':
      return { by: 'season', from, to };
    case 'days':
      return { by: 'days', days: numberNeeded(days), ...some };
    default:
      return { by: 'days', days: Number(often), ...some };
  }
}

function taskTyped(typed: TypedTask): TaskTerms | undefined {
  const cadence = cadenceTyped(typed);
  const terms = {
    ...(typed.whose ? { whose: typed.whose } : {}),
    ...(cadence ? { cadence } : {}),
    ...(typed.minutes.trim() ? { minutes: numberNeeded(typed.minutes) } : {}),
  };
  return Object.keys(terms).length > 0 ? terms : undefined;
}

/** Minutes of hours as people type them: "2", "1.5", "1:30"; NaN for what is none. */
export function minutesTyped(text: string): number {
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(text.trim());
  return clock ? Number(clock[1]) * 60 + Number(clock[2]) : Math.round(numberNeeded(text) * 60);
}
const hoursText = (minutes: number): string =>
  minutes % 60 === 0
    ? String(minutes / 60)
    : `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;

/** Only what was said; what is left empty is as the level above has it. */
export function tasksTyped(typed: TypedTerms['tasks']): Record<string, TaskTerms> {
  return Object.fromEntries(
    Object.entries(typed).flatMap(([key, task]) => {
      const terms = taskTyped(task);
      return terms ? [[key, terms]] : [];
    }),
  );
}

/** What the contract cannot see in what was typed: amounts that are none, and halves of a pair. */
export function termsTyped(typed: TypedTerms): {
  readonly terms: Terms;
  readonly problems: readonly Problem[];
} {
  const problems: Problem[] = [];
  const cents = (field: 'limit' | 'price') => {
    const amount = centsTyped(typed[field]);
    if (typed[field].trim() && amount === undefined)
      problems.push([field, 'must be an amount, such as 1,200 or 1,200.50']);
    return amount ?? null;
  };
  const upToCents = cents('limit');
  const price = cents('price');
  const approver = typed.approver.trim();
  if (!approver && (typed.limit.trim() || typed.approverPhone.trim()))
    problems.push(['approver', 'who may approve it?']);
  const tasks = tasksTyped(typed.tasks);
  const responseHours = Object.fromEntries(
    PRIORITIES.flatMap((priority) => {
      const text = typed.response[priority]?.trim() ?? '';
      return text ? [[priority, numberNeeded(text)]] : [];
    }),
  );
  const terms: Terms = {
    ...(typed.maintained ? { maintained: typed.maintained === 'yes' } : {}),
    ...(Object.keys(tasks).length > 0 ? { tasks } : {}),
    ...(typed.hoursAllowed.trim() ? { minutesAllowed: minutesTyped(typed.hoursAllowed) } : {}),
    ...(approver
      ? {
          approval: {
            name: approver,
            upToCents,
            ...(typed.approverPhone.trim() ? { phone: typed.approverPhone.trim() } : {}),
          },
        }
      : {}),
    ...(Object.keys(responseHours).length > 0 ? { responseHours } : {}),
    ...(price === null ? {} : { price: { cents: price, per: typed.per } }),
  };
  return { terms, problems };
}

const moneyText = (cents: number): string =>
  String(cents % 100 === 0 ? cents / 100 : (cents / 100).toFixed(2));

/** The inverse of what the form says of a task. */
export function typedTask({ whose, cadence, minutes }: TaskTerms): TypedTask {
  const named = cadence?.by === 'days' && OFTEN_DAYS.some((days) => days === cadence.days);
  return {
    ...NO_TASK,
    whose: whose ?? '',
    minutes: minutes === undefined ? '' : String(minutes),
    often: !cadence ? '' : named ? String(cadence.days) : cadence.by,
    ...(cadence?.by === 'days' && !named ? { days: String(cadence.days) } : {}),
    ...(cadence?.by === 'days' || cadence?.by === 'months' ? { months: cadence.months ?? [] } : {}),
    ...(cadence?.by === 'weekday'
      ? { nth: String(cadence.nth), weekday: String(cadence.weekday), months: cadence.months ?? [] }
      : {}),
    ...(cadence?.by === 'season' ? { from: cadence.from, to: cadence.to } : {}),
  };
}

export const typedTasks = (tasks: Readonly<Record<string, TaskTerms>> = {}): TypedTerms['tasks'] =>
  Object.fromEntries(Object.entries(tasks).map(([key, terms]) => [key, typedTask(terms)]));

/** Terms as a form shows them; {@link termsTyped} makes the same terms of it. */
export const typedTerms = (terms: Terms): TypedTerms => ({
  maintained: terms.maintained === undefined ? '' : terms.maintained ? 'yes' : 'no',
  tasks: typedTasks(terms.tasks),
  hoursAllowed: terms.minutesAllowed === undefined ? '' : hoursText(terms.minutesAllowed),
  approver: terms.approval?.name ?? '',
  approverPhone: terms.approval?.phone ?? '',
  limit: terms.approval?.upToCents == null ? '' : moneyText(terms.approval.upToCents),
  response: Object.fromEntries(
    Object.entries(terms.responseHours ?? {}).map(([priority, hours]) => [priority, String(hours)]),
  ),
  price: terms.price ? moneyText(terms.price.cents) : '',
  per: terms.price?.per ?? 'year',
});

/** The field of the form that a path of the contract within terms belongs to. */
export function fieldOfTerms(path: readonly PropertyKey[]): string {
  const [first, second, third, fourth] = path.map(String);
  if (first === 'tasks') {
    const part = third === 'cadence' ? (fourth === 'by' || fourth === undefined ? 'often' : fourth) : third;
    return `${second} ${part ?? 'often'}`;
  }
  if (first === 'minutesAllowed') return 'hoursAllowed';
  if (first === 'approval')
    return second === 'upToCents' ? 'limit' : second === 'phone' ? 'approverPhone' : 'approver';
  if (first === 'responseHours') return `response ${second}`;
  return first ?? 'root';
}
