import type { Reason } from '../reasons/index.ts';
import type { Priority, Stake, System } from '../vocabulary/index.ts';

/** What a caller tells; undefined where the question was not asked or not answered. */
export interface Complaint {
  readonly stake?: Stake;
  readonly system?: System;
  readonly roomF?: number;
  readonly setPointF?: number;
  readonly outdoorF?: number;
  readonly unitRunning?: boolean;
}

export interface SuggestedPriority {
  readonly priority: Priority;
  readonly reasons: readonly Reason[];
}

/**
 * Suggests a priority with its reasons; a person decides. Danger first, then people, then goods, then how far the room is
 * from its set point (10 °F: today; 5 °F: this week) [common practice]. Nothing known suggests "this week", never less.
 */
export function suggestPriority(complaint: Complaint): SuggestedPriority {
  const reasons: Reason[] = [];
  let priority: Priority | undefined;
  const raise = (to: Priority, reason: Reason) => {
    reasons.push(reason);
    if (priority === undefined || ORDER.indexOf(to) < ORDER.indexOf(priority)) priority = to;
  };
  if (complaint.stake === 'danger')
    raise(
      'at once',
      because(
        'danger',
        'Gas smell, smoke, burning or CO: people first; emergency services before us where life is at risk.',
        complaint,
      ),
    );
  if (complaint.stake === 'people at risk')
    raise(
      'at once',
      because('people at risk', 'Patients, animals or others who cannot leave depend on it.', complaint),
    );
  if (complaint.stake === 'stock or equipment')
    raise('today', because('goods at stake', 'Stock or equipment spoils.', complaint));
  const off = distance(complaint);
  if (off !== undefined) {
    const to: Priority = off >= 10 ? 'today' : off >= 5 ? 'this week' : 'with the next route';
    raise(to, {
      rule: 'room against set point',
      text: `The room is ${Math.round(off)} °F from its set point.`,
      inputs: [
        { label: 'room', value: `${complaint.roomF} °F`, source: 'caller' },
        { label: 'set point', value: `${complaint.setPointF} °F`, source: 'caller' },
      ],
      threshold: '10 °F today, 5 °F this week',
    });
  }
  if (complaint.system === 'heating' && complaint.outdoorF !== undefined && complaint.outdoorF <= 32) {
    raise('today', {
      rule: 'no heat in frost',
      text: 'No heat with frost outside: water freezes next.',
      inputs: [{ label: 'outdoor', value: `${complaint.outdoorF} °F`, source: 'dispatcher' }],
      threshold: '32 °F',
    });
  }
  if (complaint.system === 'drainage')
    raise('today', because('water', 'Water above a ceiling does more harm every hour.', complaint));
  if (priority === undefined && complaint.stake === 'none')
    raise('with the next route', because('nothing at stake', 'Nothing is at stake.', complaint));
  if (priority === undefined)
    raise('this week', {
      rule: 'not enough known',
      text: 'Nothing told yet that makes it more or less urgent.',
      inputs: [],
    });
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

function because(rule: string, text: string, complaint: Complaint): Reason {
  const inputs = [
    ...(complaint.stake ? [{ label: 'at stake', value: complaint.stake, source: 'caller' }] : []),
    ...(complaint.system ? [{ label: 'system', value: complaint.system, source: 'caller' }] : []),
  ];
  return { rule, text, inputs };
}
