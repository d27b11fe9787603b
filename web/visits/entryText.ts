import { cardOf } from '#core/measuring/cards';
import {
  standing,
  type Advice,
  type Answer,
  type MeasuringLimits,
  type Position,
} from '#core/measuring/answers';
import { putOffWords, type PutOffFor } from '#core/upkeep/maintenance';
import { slotName, type Slot } from '#core/machine';
import type { LeaveBody } from '#core/record/sheet';
import { evidenceText, readingAnswers, type CircuitFacts, type ReadingSet } from '#core/evidence';
import { number, shortDay } from '../ui/words/format.ts';
import { degF, say, saidText, plainUnit, shownValue, type UnitSystem } from '#core/base/quantities';

type Body = Record<string, unknown>;

/** What a line always says of a set of readings; the rest only when it is not as it should be. */
const FIRST: ReadonlySet<string> = new Set([
  'superheat',
  'subcooling',
  'split',
  'voltage unbalance',
  'current unbalance',
]);

/** What an answer comes down to, as a line of the sheet says it. */
const STANDING: Record<Advice | Position, string> = {
  inside: 'within',
  below: 'low',
  above: 'high',
  act: 'act',
  wait: 'wait',
  'measure first': '',
};

/** An answer in a few words. */
function said(a: Answer, system: UnitSystem): string {
  const shown = shownValue(a.quantity, a.unit, a.value, system);
  const word = STANDING[standing(a) ?? 'measure first'];
  return (
    `${a.name} ${number(shown.value, a.decimals)} ${plainUnit(shown.unit)}`.trim() +
    (word ? ` (${word})` : '')
  );
}

/**
 * @example saidOfTasks({ 'filters and belts': 'plugged' }, (as) => `found ${as}`) // ["filters and belts
 * found plugged"]
 */
const saidOfTasks = (said: unknown, word: (value: string) => string): string[] =>
  Object.entries((said as Record<string, string> | undefined) ?? {}).map(
    ([task, value]) => `${task} ${word(value)}`,
  );

/** An entry as one line of the sheet. */
export function entryText(
  kind: string,
  body: Body,
  circuit: CircuitFacts,
  limits?: MeasuringLimits,
  system: UnitSystem = 'US',
  refs: ReadonlyMap<string, string> = new Map(),
  /** What was left open, by the id of its line. */
  conditions: ReadonlyMap<string, string> = new Map(),
): string {
  const say_ = (name: string) => (body[name] === undefined || body[name] === null ? '' : String(body[name]));
  switch (kind) {
    case 'arrive':
      return 'Arrived';
    case 'reading set': {
      const set = body as unknown as ReadingSet;
      const taken = set.readings.map((r) => `${r.point} ${number(r.value)} ${r.unit}`).join(', ');
      // What the server worked out on that day stands; until it has answered, the phone works it out itself.
      const kept = body.answers as readonly Answer[] | undefined;
      const answers = (kept ?? readingAnswers(set, circuit, limits).answers).filter(
        (a) => FIRST.has(a.name) || !['inside', 'measure first', null].includes(standing(a)),
      );
      const where = [
        set.mode,
        set.taken,
        set.circuit === undefined ? '' : `circuit ${set.circuit}`,
        set.stage === undefined ? '' : `stage ${set.stage}`,
        set.outdoorF === undefined ? '' : saidText(say`${degF(set.outdoorF)} outdoors`, system),
        set.condenser === undefined ? '' : `condenser ${set.condenser}`,
      ]
        .filter(Boolean)
        .join(', ');
      return [where, answers.map((a) => said(a, system)).join(', '), taken].filter(Boolean).join('. ');
    }
    case 'measurement':
      return measured(body, system);
    case 'look':
    case 'comparison':
    case 'code':
    case 'step':
    case 'adjustment':
      return evidenceText({ kind, body } as never);
    case 'weather':
      return [
        saidText(say`${degF(Number(body.outdoorF))} outdoors`, system),
        body.wetBulbF === undefined ? '' : saidText(say`wet bulb ${degF(Number(body.wetBulbF))}`, system),
        say_('sky'),
        say_('wind'),
      ]
        .filter(Boolean)
        .join(', ');
    case 'finding':
      return `${say_('component')}${body.circuit === undefined ? '' : ` of circuit ${say_('circuit')}`} ${say_('failure')}, ${say_('grade')}${body.watchUntil ? `, watched until ${shortDay(say_('watchUntil'))}` : ''}${say_('text') ? `. ${say_('text')}` : ''}`;
    case 'work': {
      const tasks = (body.tasks as string[] | undefined) ?? [];
      return [
        say_('text'),
        tasks.length > 0 ? `Done: ${tasks.join(', ')}` : '',
        ...saidOfTasks(body.found, (as) => `found ${as}`),
        ...saidOfTasks(body.putOff, (why) => `put off, ${putOffWords(why as PutOffFor)}`),
        say_('leakRepair') ? `Leak repair ${say_('leakRepair')}` : '',
        body.installed ? `New ${slotName((body.installed as { slot: Slot }).slot)}` : '',
      ]
        .filter(Boolean)
        .join('. ');
    }
    case 'refrigerant':
      return [
        say_('refrigerant'),
        body.addedLb !== undefined ? `${number(body.addedLb as number, 2)} lb added` : '',
        body.notWeighed ? 'added, not weighed' : '',
        body.recoveredLb !== undefined ? `${number(body.recoveredLb as number, 2)} lb recovered` : '',
        body.circuit === undefined ? '' : `circuit ${say_('circuit')}`,
        body.cylinder ? `cylinder ${say_('cylinder')}` : '',
      ]
        .filter(Boolean)
        .join(', ');
    case 'condition left':
      return [
        `Left: ${say_('condition')}.`,
        body.changedFrom || body.changedTo
          ? `${say_('changedFrom') || 'not said'} → ${say_('changedTo') || 'not said'}.`
          : '',
        say_('text'),
        say_('told') ? `Told: ${say_('told')}` : '',
      ]
        .filter(Boolean)
        .join(' ');
    case 'condition closed':
      return `Closed again${conditions.has(say_('conditionId')) ? `: ${conditions.get(say_('conditionId'))}` : ''}. ${say_('text')}`;
    case 'leave':
      return leaveText(body as unknown as LeaveBody, refs);
    default:
      return say_('text');
  }
}

/** A card of the bench in a line: what it said; where the server has not answered yet, what was measured. */
function measured(body: Body, system: UnitSystem): string {
  const card = cardOf(String(body.card));
  const answers = (body.answers as Answer[] | undefined) ?? [];
  if (answers.length > 0)
    return `${card?.title ?? body.card}: ${answers.map((a) => said(a, system)).join(', ')}`;
  const inputs = Object.entries(body.inputs as Record<string, { value: unknown; unit?: string }>);
  return `${card?.title ?? body.card}: ${inputs.map(([name, given]) => `${card?.inputs.find((i) => i.name === name)?.label ?? name} ${String(given.value)} ${given.unit ?? ''}`).join(', ')}`;
}

const outcomeWords = ({ outcome, waitingFor }: Pick<LeaveBody, 'outcome' | 'waitingFor'>): string =>
  outcome === 'waiting' ? `waiting${waitingFor ? ` for ${waitingFor}` : ''}` : outcome;

/** How each call was left. @param refs what the calls of the visit are called */
function leaveText(body: LeaveBody, refs: ReadonlyMap<string, string>): string {
  const each = (body.calls ?? []).map((c) => `${refs.get(c.callId) ?? 'a call'} ${outcomeWords(c)}`);
  const all = each.length > 0 ? each.join(', ') : outcomeWords(body);
  return [`Left: ${all}`, body.text, body.stillOpen ? `Left open: ${body.stillOpen}` : '']
    .filter(Boolean)
    .join('. ');
}
