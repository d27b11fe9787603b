import { partOnCircuit } from '../machine/index.ts';
import { shownQuantity, type Measured, type UnitSystem } from '../quantities/index.ts';
import { dayWords } from '../time/index.ts';
import { cadenceWords } from '../maintenance/cadence.ts';
import { capital, listed, plural } from './plural.ts';
import type { FactLine, FailureLine, Reason, RuleId, RuleParams } from './rules.ts';

/** A reason in words. */
export interface Worded {
  readonly rule: string;
  /** One sentence: what the rule found. */
  readonly text: string;
  /** What it looked at, each with where that came from. */
  readonly inputs: readonly { readonly label: string; readonly value: string; readonly source: string }[];
  readonly threshold?: string;
  readonly changedBy?: string;
}

type Says = Omit<Worded, 'rule' | 'inputs'> & { readonly inputs?: Worded['inputs'] };
type Show = (measured: Measured) => string;
type Wording = { readonly [R in RuleId]: (params: Readonly<RuleParams[R]>, show: Show) => Says };

const failureInputs = (failures: readonly FailureLine[]): Worded['inputs'] =>
  failures.map(({ on, call, found }) => ({
    label: dayWords(on),
    value: found.map((f) => `${f.what} ${f.failure} (${f.grade})`).join(', '),
    source: call,
  }));
const factInputs = (facts: readonly FactLine[]): Worded['inputs'] =>
  facts.map(({ what, how, by, on }) => ({ label: what, value: how, source: `${by}, ${dayWords(on)}` }));
const onCircuit = (circuit: number | null): string => (circuit === null ? '' : ` on circuit ${circuit}`);
const late = (days: number): string => `${plural(days, 'day')} late`;
/** @example "15 Mar 2026 to 31 May 2026", and one day where it was agreed for that */
const windowWords = (from: string, to: string): string =>
  from === to ? dayWords(to) : `${dayWords(from)} to ${dayWords(to)}`;
const NOT_A_FAILURE = 'One of these calls turning out not to be a failure, or another part.';
const FROM_SHEET = 'visit sheet';
const AGREED = {
  kind: 'the company’s usual for this kind',
  customer: 'agreed with the customer',
  site: 'agreed for this site',
  unit: 'agreed for this unit',
} as const;

const clue =
  (say: (names: string) => string, source: string) =>
  ({ points, found, names }: RuleParams['area']): Says => ({
    text: `${say(names.join(', '))}: ${found.map((m) => (m.word === m.as ? `“${m.word}”` : `“${m.word}” as “${m.as}”`)).join(', ')}.`,
    inputs: [weight(points, source)],
  });
const weight = (points: number, source: string) => ({
  label: 'weight',
  value: `${points > 0 ? '+' : '−'}${Math.abs(Math.round(points * 10) / 10)}`,
  source,
});

const plain =
  (text: string): (() => Says) =>
  () => ({ text });

const WORDING: Wording = {
  'same part again': ({ part, circuit, failures, days, limit, windowDays }) => ({
    text: `${partOnCircuit(part, circuit)} failed ${plural(failures.length, 'time')} in ${plural(days, 'day')}.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: NOT_A_FAILURE,
  }),
  'many failures': ({ failures, days, limit, windowDays }) => ({
    text: `${plural(failures.length, 'failure')} of any kind in ${plural(days, 'day')}.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: NOT_A_FAILURE,
  }),
  'wears out early': ({ part, failures, days, limit, windowDays }) => ({
    text: `${part} ran out ${plural(failures.length, 'time')} in ${plural(days, 'day')}: come more often, or find out what eats it.`,
    inputs: failureInputs(failures),
    threshold: `${limit} within ${plural(windowDays, 'day')}`,
    changedBy: 'A shorter interval.',
  }),
  'came back': ({ earlier, later, completedOn, receivedOn, days, system, limitDays }) => ({
    text: `Call ${later} came ${plural(days, 'day')} after ${earlier} was done, on the same ${system} system.`,
    inputs: [
      { label: 'earlier call done', value: dayWords(completedOn), source: `call ${earlier}` },
      { label: 'new call taken', value: dayWords(receivedOn), source: `call ${later}` },
      { label: 'system', value: system, source: `calls ${earlier} and ${later}` },
    ],
    threshold: `at most ${plural(limitDays, 'day')}`,
    changedBy: 'Finding that the later call had another system, or that it was planned work.',
  }),
  leaker: ({ circuit, additions, total, sharePct, limits }, show) => ({
    text: `Refrigerant added ${plural(additions.length, 'time')}${onCircuit(circuit)} (${
      total === null ? 'no weights on record' : show(total)
    }${total !== null && additions.some((a) => a.added === null) ? ' at least' : ''}${
      sharePct === null ? '' : `, ${sharePct} % of its charge within a year`
    }), no proven repair between.`,
    inputs: additions.map((a) => ({
      label: dayWords(a.on),
      value: a.added === null ? 'weight not on record' : `${show(a.added)} added`,
      source: a.call,
    })),
    threshold:
      `twice, ${plural(limits.apartDays, 'day')} apart or more and within ${limits.withinDays}; ` +
      `or more than ${limits.sharePct} % of the charge within a year`,
    changedBy: 'A leak repair of this circuit proven tight.',
  }),
  old: ({ years, since, from, kind, lifeYears, refrigerants, phasedOut }) => ({
    text:
      `${plural(years, 'year')} since it was ${from}${from === 'installed' ? ' (year built not known)' : ''}; ` +
      `a ${kind} lasts ${plural(lifeYears, 'year')} in the middle of the field.` +
      (phasedOut.length > 0 ? ` ${listed(phasedOut)} is no longer made, only reclaimed.` : ''),
    inputs: [
      { label: from, value: dayWords(since), source: 'unit record' },
      ...refrigerants.map((name) => ({ label: 'refrigerant', value: name, source: 'unit record' })),
    ],
    threshold: `${plural(lifeYears, 'year')} (median service life, ASHRAE; company setting)`,
    changedBy: 'Replacement, or a corrected date.',
  }),
  'left so': ({ condition, since, text, closes }) => ({
    text: text || condition,
    inputs: [{ label: condition, value: `since ${dayWords(since)}`, source: FROM_SHEET }],
    changedBy: `closed when ${closes}`,
  }),
  recommended: ({ text, on }) => ({
    text,
    inputs: [{ label: 'recommended', value: dayWords(on), source: FROM_SHEET }],
    changedBy: 'A decision.',
  }),
  'left too long': ({ condition, since, days, allowedDays, overdue, closes }) => ({
    text: !overdue
      ? `${condition}: open for ${plural(days, 'day')}.`
      : allowedDays === 0
        ? `${condition}: never to be left past the visit, and open for ${plural(days, 'day')}.`
        : `${condition}: open for ${plural(days, 'day')}, ${plural(days - (allowedDays ?? 0), 'day')} longer than its kind allows.`,
    inputs: [
      { label: 'left so on', value: dayWords(since), source: FROM_SHEET },
      { label: 'allowed', value: allowed(allowedDays), source: 'common practice' },
    ],
    threshold: allowed(allowedDays),
    changedBy: `closed when ${closes}`,
  }),
  'no record': ({ task, cadence, agreed }) => ({
    text: `${task}: nothing on record says when it was last done.`,
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}`,
  }),
  'comes round': ({ task, cadence, last, dueOn, lateDays, agreed }) => ({
    text: `${task}: ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}.`,
    inputs: [{ label: 'last done', value: dayWords(last), source: FROM_SHEET }],
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}`,
    changedBy: 'Doing it.',
  }),
  'plugs sooner': ({ task, cadence, last, dueOn, lateDays, agreed, days, pluggedAfter }) => ({
    text:
      `${task}: ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}; ` +
      `it was plugged after ${plural(pluggedAfter, 'day')}, so again after ${days}.`,
    inputs: [{ label: 'last done', value: dayWords(last), source: FROM_SHEET }],
    threshold: `${cadenceWords(cadence)}, ${AGREED[agreed]}; sooner where it plugs sooner`,
    changedBy: 'Doing it and finding it no longer plugged.',
  }),
  'new machine': ({ task, installedOn, dueOn, lateDays }) => ({
    text: `${task}: installed ${dayWords(installedOn)}, ${lateDays > 0 ? late(lateDays) : `due ${dayWords(dueOn)}`}.`,
    inputs: [{ label: 'last done', value: 'no record', source: FROM_SHEET }],
    changedBy: 'Doing it.',
  }),
  season: ({ task, from, to, last, lateDays, agreed }) => ({
    text:
      from === to
        ? `${task}: agreed for ${dayWords(to)}${lateDays > 0 ? `, ${late(lateDays)}` : ''}.`
        : `${task}: ${lateDays > 0 ? `${plural(lateDays, 'day')} past its window` : `window ${windowWords(from, to)}`}.`,
    inputs: [{ label: 'last done', value: last === null ? 'no record' : dayWords(last), source: FROM_SHEET }],
    threshold: `${windowWords(from, to)}, ${AGREED[agreed]}`,
    changedBy: 'Doing it.',
  }),
  'season missed': ({ task, from, to, last, lateDays, agreed }) => ({
    text:
      from === to
        ? `${task}: it was agreed for a day ${plural(lateDays, 'day')} ago and was not done.`
        : `${task}: the season ended ${plural(lateDays, 'day')} ago and it was not done.`,
    inputs: [{ label: 'last done', value: last === null ? 'no record' : dayWords(last), source: FROM_SHEET }],
    threshold: `${windowWords(from, to)}, ${AGREED[agreed]}`,
    changedBy: 'Letting it go, doing it all the same, or the next season.',
  }),
  danger: plain(
    'Gas smell, smoke, burning or CO: people first; emergency services before us where life is at risk.',
  ),
  'danger heard': ({ kind, words }) => ({
    text: `The caller speaks of ${kind}: “${words}”.`,
    inputs: [{ label: kind, value: words, source: 'caller' }],
    changedBy: 'The caller says that it is not so.',
  }),
  'people at risk': plain('Patients, animals or others who cannot leave depend on it.'),
  'goods at stake': plain('Stock or equipment spoils.'),
  'room against set point': ({ room, setPoint, off }, show) => ({
    text: `The room is ${show(off)} from its set point.`,
    inputs: [
      { label: 'room', value: show(room), source: 'caller' },
      { label: 'set point', value: show(setPoint), source: 'caller' },
    ],
    threshold: `${show({ ...off, value: 10 })} today, ${show({ ...off, value: 5 })} this week`,
  }),
  'no heat in frost': ({ outdoor }, show) => ({
    text: 'No heat with frost outside: water freezes next.',
    inputs: [{ label: 'outdoor', value: show(outdoor), source: 'dispatcher' }],
    threshold: show({ ...outdoor, value: 32 }),
  }),
  water: plain('Water above a ceiling does more harm every hour.'),
  'nothing at stake': plain('Nothing is at stake.'),
  'not enough known': plain('Nothing told yet that makes it more or less urgent.'),
  serial: ({ points, serial }) => ({ text: `Serial ${serial}.`, inputs: [weight(points, 'plate')] }),
  tag: ({ points, tag }) => ({ text: `Its tag is ${tag}.`, inputs: [weight(points, 'record')] }),
  poles: ({ points, poles, of }) => ({
    text: `Fed from poles ${poles.join('/')} of ${of}.`,
    inputs: [weight(points, 'feeds')],
  }),
  area: clue((names) => `Serves ${names}`, 'record'),
  control: clue((names) => `Controlled by ${names}`, 'controls'),
  panel: clue((names) => `Fed through ${names}`, 'feeds'),
  site: clue((names) => `Stands at ${names}`, 'record'),
  customer: clue((names) => `Belongs to ${names}`, 'record'),
  model: clue((names) => `Model ${names}`, 'plate'),
  'kind named': clue((names) => `Is a ${names}`, 'record'),
  'what is felt': ({ points, word, system, kind, does }) => ({
    text: `“${word}” speaks of ${system}, which ${does ? `this ${kind} does` : `a ${kind} does not do`}.`,
    inputs: [weight(points, 'complaint')],
  }),
  'left open': ({ points, conditions }) => ({
    text: `Left open: ${conditions.join(', ')}.`,
    inputs: [weight(points, 'open conditions')],
  }),
  'open call': ({ points }) => ({ text: 'A call about it is open.', inputs: [weight(points, 'calls')] }),
  state: ({ points, status }) => ({
    text: status === 'standby' ? 'It is on standby.' : `It is ${status}.`,
    inputs: [weight(points, 'record')],
  }),
  'poles taken twice': ({ facts }) => ({
    text: 'One pole carries one breaker.',
    inputs: factInputs(facts),
    threshold: 'each pole once',
  }),
  'fed twice': ({ facts }) => ({
    text: 'One of them may be a control or heat circuit of its own; until that is settled, lock out both.',
    inputs: factInputs(facts),
    threshold: 'one feed',
  }),
  loop: ({ facts }) => ({
    text: 'Nothing feeds itself.',
    inputs: factInputs(facts),
    threshold: 'no way back',
  }),
  'poles beyond the panel': ({ facts, to, from, poles, spaces }) => ({
    text: `${to} is said to be on ${poles} of ${from}, which has ${spaces} spaces.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${spaces} spaces`, source: 'the panel' }],
    threshold: `at most ${spaces}`,
  }),
  'poles not neighbours': ({ facts, to, poles }) => ({
    text: `${to}: poles ${poles.join('/')} are not neighbours on one side of the panel, such as 8/10/12.`,
    inputs: [...factInputs(facts), { label: 'against', value: 'panel layout', source: 'common practice' }],
    threshold: 'two apart',
  }),
  'wrong voltage': ({ facts, to, plateV, fedV, sharePct }) => ({
    text: `${to} has a ${plateV} V plate and is said to be fed with ${fedV} V.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${plateV} V`, source: 'plate' }],
    threshold: `±${sharePct} % of the plate`,
  }),
  'wrong phase': ({ facts, to, phase, poles }) => ({
    text: `${to} is a ${phase}-phase unit on ${plural(poles, 'pole')}.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${phase} phase`, source: 'plate' }],
    threshold: phase === 3 ? 'three poles' : 'one or two poles',
  }),
  'breaker below minimum': ({ facts, to, breakerA, limitA }) => ({
    text: `${to}: a ${breakerA} A breaker is below the plate’s minimum circuit ampacity of ${limitA} A.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${limitA} A`, source: 'plate' }],
    threshold: `at least ${limitA} A`,
  }),
  'breaker above maximum': ({ facts, to, breakerA, limitA }) => ({
    text: `${to}: a ${breakerA} A breaker is above the plate’s maximum of ${limitA} A.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${limitA} A`, source: 'plate' }],
    threshold: `at most ${limitA} A`,
  }),
  'area served by nobody': ({ facts, area }) => ({
    text:
      facts.length > 0
        ? `${area} is served only by what is out of use.`
        : `Nobody has written down what serves ${area}.`,
    inputs: factInputs(facts),
    threshold: 'at least one unit in use',
  }),
};

const allowed = (days: number | null): string =>
  days === null ? 'no limit' : days === 0 ? 'never past the visit' : plural(days, 'day');

/**
 * A reason in words, with every quantity in the reader's units.
 *
 * @param system units of whoever reads; paper and exports use the company's
 */
export function wordsOf(reason: Reason, system: UnitSystem = 'US'): Worded {
  const say = WORDING[reason.rule] as (params: Reason['params'], show: Show) => Says;
  const says = say(reason.params, (measured) => shownQuantity(measured, system));
  return { rule: reason.rule, inputs: [], ...says };
}

/** The sentence of a contradiction: it names what cannot both be right, where the reason says why. */
export function contradictionWords(reason: Reason): string {
  switch (reason.rule) {
    case 'poles taken twice': {
      const { a, b, poles, panel } = reason.params;
      return `${capital(a)} and ${b} are both said to be on ${poles} of ${panel}.`;
    }
    case 'fed twice':
      return `${capital(reason.params.to)} is said to be fed from ${reason.params.from.join(' and from ')}.`;
    case 'loop':
      return `A loop: ${reason.params.way.join(' → ')}.`;
    default:
      return wordsOf(reason).text;
  }
}
