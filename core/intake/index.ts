import { dangersHeard } from '#core/heard';
import type { Priority, Stake, System } from '#core/base/vocabulary';
import { because, type IntakeReason } from './rules.ts';

export type { IntakeReason, IntakeRules } from './rules.ts';
export { intakeWords } from './wordings.ts';

/** What a caller tells; undefined where the question was not asked or not answered. */
export interface Complaint {
  readonly stake?: Stake;
  readonly system?: System;
  readonly roomF?: number;
  readonly setPointF?: number;
  readonly outdoorF?: number;
  readonly unitRunning?: boolean;
  /** The caller's own words: what can hurt somebody is heard in them. */
  readonly words?: string;
}

interface SuggestedPriority {
  readonly priority: Priority;
  readonly reasons: readonly IntakeReason[];
}

/**
 * Suggests a priority with its reasons; a person decides. Danger first, then people, then goods, then how far
 * the room is from its set point (10 °F: today; 5 °F: this week) [common practice]. Nothing known suggests
 * "this week", never less.
 */
export function suggestPriority(complaint: Complaint): SuggestedPriority {
  const reasons: IntakeReason[] = [];
  let priority: Priority | undefined;
  const raise = (to: Priority, reason: IntakeReason) => {
    reasons.push(reason);
    if (priority === undefined || ORDER.indexOf(to) < ORDER.indexOf(priority)) priority = to;
  };
  for (const danger of dangersHeard(complaint.words ?? ''))
    raise(danger.priority, because('danger heard', { kind: danger.kind, words: danger.heard }));
  if (complaint.stake === 'danger') raise('at once', because('danger', {}));
  if (complaint.stake === 'people at risk') raise('at once', because('people at risk', {}));
  if (complaint.stake === 'stock or equipment') raise('today', because('goods at stake', {}));
  const off = distance(complaint);
  if (off !== undefined) {
    const to: Priority = off >= 10 ? 'today' : off >= 5 ? 'this week' : 'with the next route';
    const room = degrees(complaint.roomF as number);
    const setPoint = degrees(complaint.setPointF as number);
    const apart = { quantity: 'temperatureDifference', value: Math.round(off), unit: 'Δ°F' } as const;
    raise(to, because('room against set point', { room, setPoint, off: apart }));
  }
  const { outdoorF } = complaint;
  if (complaint.system === 'heating' && outdoorF !== undefined && outdoorF <= 32)
    raise('today', because('no heat in frost', { outdoor: degrees(outdoorF) }));
  if (complaint.system === 'drainage') raise('today', because('water', {}));
  if (priority === undefined && complaint.stake === 'none')
    raise('with the next route', because('nothing at stake', {}));
  if (priority === undefined) raise('this week', because('not enough known', {}));
  return { priority: priority as Priority, reasons };
}

const ORDER: readonly Priority[] = ['at once', 'today', 'this week', 'with the next route'];

/** How far the room is on the wrong side of its set point, °F; undefined when either is not known. */
function distance({ roomF, setPointF, system }: Complaint): number | undefined {
  if (roomF === undefined || setPointF === undefined) return undefined;
  if (system === 'cooling') return Math.max(0, roomF - setPointF);
  if (system === 'heating') return Math.max(0, setPointF - roomF);
  return Math.abs(roomF - setPointF);
}

const degrees = (value: number) => ({ quantity: 'temperature', value, unit: '°F' }) as const;
