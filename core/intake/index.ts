import {
  dangersHeard,
  numbersHeard,
  presentHeard,
  saysStopped,
  systemHeard,
  type Present,
} from '#core/heard';
import type { Priority, Stake, System } from '#core/base/vocabulary';
import type { CalledBack } from './again.ts';
import { because, type IntakeReason } from './rules.ts';

export { calledBack, type CalledBack, type RecentWork } from './again.ts';
export type { IntakeReason, IntakeRules } from './rules.ts';
export { intakeWords } from './wordings.ts';

/** What a caller tells; undefined where the question was not asked or not answered. */
export interface Complaint {
  readonly stake?: Stake;
  readonly system?: System;
  readonly roomF?: number;
  readonly setPointF?: number;
  readonly outdoorF?: number;
  /** The caller's own words; what was typed into a field of its own stands above them. */
  readonly words?: string;
  /** Names of the site and its customer: a school has children in it. */
  readonly place?: string;
  /** What it comes back from, the likeliest first. */
  readonly back?: readonly CalledBack[];
}

interface SuggestedPriority {
  readonly priority: Priority;
  readonly reasons: readonly IntakeReason[];
}

/**
 * Suggests a priority with its reasons; a person decides. Danger first, then what was repaired there days ago
 * and is back, then who is there without heat or cooling, then how far the room is from its set point (10 °F:
 * today; 5 °F: this week) [common practice]. What has stopped altogether is for this week. Nothing known
 * suggests "this week", never less.
 */
export function suggestPriority(complaint: Complaint): SuggestedPriority {
  const reasons: IntakeReason[] = [];
  let priority: Priority | undefined;
  const raise = (to: Priority, reason: IntakeReason) => {
    reasons.push(reason);
    if (priority === undefined || ORDER.indexOf(to) < ORDER.indexOf(priority)) priority = to;
  };
  const words = complaint.words ?? '';
  const told = { ...numbersHeard(words), ...complaint };
  const system = complaint.system ?? systemHeard(words);
  for (const danger of dangersHeard(words))
    raise(danger.priority, because('danger heard', { kind: danger.kind, words: danger.heard }));
  if (complaint.stake === 'danger') raise('at once', because('danger', {}));
  if (complaint.stake === 'people at risk') raise('at once', because('people at risk', {}));
  if (complaint.stake === 'stock or equipment') raise('today', because('goods at stake', {}));
  const [back] = complaint.back ?? [];
  if (back) raise('today', because('called back', back));
  const [who] = whoIsThere(complaint);
  if (who && (system === 'heating' || system === 'cooling'))
    raise('today', because('there without it', { who, system }));
  const off = distance({ ...told, ...(system ? { system } : {}) });
  if (off) raise(...off);
  const { outdoorF } = complaint;
  if (system === 'heating' && outdoorF !== undefined && outdoorF <= 32)
    raise('today', because('no heat in frost', { outdoor: degrees(outdoorF) }));
  if (system === 'drainage') raise('today', because('water', {}));
  const stopped = saysStopped(words);
  if (stopped && (priority === undefined || priority === 'with the next route'))
    raise('this week', because('stopped', { words: stopped }));
  if (priority === undefined && complaint.stake === 'none')
    raise('with the next route', because('nothing at stake', {}));
  if (priority === undefined) raise('this week', because('not enough known', {}));
  return { priority: priority as Priority, reasons };
}

const ORDER: readonly Priority[] = ['at once', 'today', 'this week', 'with the next route'];

const whoIsThere = ({ words = '', place = '' }: Complaint): Present[] => [
  ...new Set([...presentHeard(words), ...presentHeard(place)]),
];

/** Rooms that people work in, °F: OSHA Technical Manual, section III, chapter 2. */
const USUAL_ROOM = { low: 68, high: 76 } as const;
const TODAY_FROM = 10;
const THIS_WEEK_FROM = 5;

/**
 * How soon, by how far the room is on the wrong side of its set point, or of the usual rooms where nobody has
 * said that; undefined where the room is not known.
 */
function distance({ roomF, setPointF, system }: Complaint): [Priority, IntakeReason] | undefined {
  if (roomF === undefined) return undefined;
  if (setPointF === undefined && system !== 'heating' && system !== 'cooling') return undefined;
  const warm = roomF - (setPointF ?? USUAL_ROOM.high);
  const cold = (setPointF ?? USUAL_ROOM.low) - roomF;
  const off = Math.max(0, system === 'cooling' ? warm : system === 'heating' ? cold : Math.abs(warm));
  const to: Priority =
    off >= TODAY_FROM ? 'today' : off >= THIS_WEEK_FROM ? 'this week' : 'with the next route';
  const apart = { quantity: 'temperatureDifference', value: Math.round(off), unit: 'Δ°F' } as const;
  const room = degrees(roomF);
  if (setPointF !== undefined)
    return [to, because('room against set point', { room, setPoint: degrees(setPointF), off: apart })];
  const [low, high] = [degrees(USUAL_ROOM.low), degrees(USUAL_ROOM.high)];
  return [to, because('room against usual', { room, low, high, off: apart })];
}

const degrees = (value: number) => ({ quantity: 'temperature', value, unit: '°F' }) as const;
