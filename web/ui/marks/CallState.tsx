import type { CallRow } from '#contracts/calls';
import { dayOf, instant, shortDay } from '../words/format.ts';

type Stated = Pick<
  CallRow,
  'state' | 'since' | 'waitingFor' | 'cancelledAs' | 'onSite' | 'crew' | 'scheduledOn' | 'completedAt'
>;

/** The state of a call with who is on it and since when, as a dispatcher says it. */
function stateWords(call: Stated, zone: string): string {
  switch (call.state) {
    case 'taken':
      return 'Nobody yet';
    case 'planned':
      return `${call.crew ?? 'A crew'}, ${call.scheduledOn ? shortDay(call.scheduledOn) : 'no day'}`;
    case 'under way':
      return `${call.onSite ?? 'Somebody'} is there since ${instant(call.since, zone)}`;
    case 'waiting':
      return `Waiting${call.waitingFor ? ` for ${call.waitingFor}` : ''} since ${dayOf(call.since, zone)}`;
    case 'done':
      return `Done ${dayOf(call.completedAt ?? call.since, zone)}`;
    case 'reopened':
      return `Opened again ${dayOf(call.since, zone)}, nobody yet`;
    case 'cancelled':
      return `Cancelled${call.cancelledAs ? `: ${call.cancelledAs}` : ''}, ${dayOf(call.since, zone)}`;
  }
}

/** Shapes that tell states apart without colour: open, planned, somebody there, waiting, settled. */
const SHAPES: Readonly<Record<Stated['state'], string>> = {
  taken: 'border-dashed',
  reopened: 'border-dashed',
  planned: '',
  'under way': 'bg-ink text-paper',
  waiting: 'border-dotted',
  done: 'border-verdigris text-verdigris',
  cancelled: 'border-rule text-soft line-through',
};

/** Who has it, or what it waits for, in as few words as a line has room for. */
function briefWords(call: Stated): string {
  switch (call.state) {
    case 'taken':
      return 'nobody yet';
    case 'reopened':
      return 'opened again';
    case 'planned':
      return call.crew ?? 'a crew';
    case 'under way':
      return `${call.onSite?.split(' ')[0] ?? 'somebody'} is there`;
    case 'waiting':
      return call.waitingFor ? `for ${call.waitingFor}` : 'on hold';
    case 'done':
    case 'cancelled':
      return call.state;
  }
}

/**
 * The state of a call as its shape with who has it inside; the rest is told when it is pointed at, and to
 * those who listen.
 */
export function CallStateBrief({ call, zone }: { call: Stated; zone: string }) {
  return (
    <span
      title={stateWords(call, zone)}
      className={`inline-block max-w-full truncate border-2 border-ink px-1.5 align-middle text-sm font-semibold ${SHAPES[call.state]}`}
    >
      <span className="sr-only">{call.state}: </span>
      {briefWords(call)}
    </span>
  );
}

/** The state of a call as a stamped word, with what it says beside it. */
export function CallState({ call, zone }: { call: Stated; zone: string }) {
  return (
    <span className="inline-flex max-w-full flex-wrap items-baseline gap-x-2">
      <span
        className={`border-2 border-ink px-1.5 text-sm font-semibold whitespace-nowrap ${SHAPES[call.state]}`}
      >
        {call.state}
      </span>
      <span className="min-w-0">{stateWords(call, zone)}</span>
    </span>
  );
}
