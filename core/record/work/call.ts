import { compareText } from '#core/base/collections';
import type { CallKind } from '#core/base/vocabulary';

/*
 * The life of a call: what happened to it, in the order of when it happened, becomes the state it is in.
 * Nothing is ever undone: when something that happened is put right, the whole life is read again.
 */

export const CALL_STATES = [
  'taken',
  'planned',
  'under way',
  'waiting',
  'done',
  'reopened',
  'cancelled',
] as const;
export type CallState = (typeof CALL_STATES)[number];

export const WAITING_FOR = ['parts', 'approval', 'weather', 'access', 'second person', 'repair'] as const;
/** Waiting for repair: made safe, and not to run again before it is repaired. */
export type WaitingFor = (typeof WAITING_FOR)[number];

/**
 * As what a call ends without work. Maintenance that a visit did not get to is "not reached": its work stays
 * due.
 */
export const CANCELLED_AS = [
  'duplicate',
  'solved by phone',
  'not ours',
  'called off',
  'not reached',
] as const;
export type CancelledAs = (typeof CANCELLED_AS)[number];

/** How a visit leaves one of its calls. */
export const LEAVE_OUTCOMES = ['done', 'waiting', 'not reached'] as const;
export type LeaveOutcome = (typeof LEAVE_OUTCOMES)[number];

export type CallEvent = { readonly id: string; readonly atMs: number; readonly recordedMs: number } & (
  | { readonly kind: 'planned'; readonly crewId: string; readonly day: string }
  | { readonly kind: 'unplanned' }
  | { readonly kind: 'waiting'; readonly waitingFor: WaitingFor }
  /** What it waited for is there: the parts are in, it is approved. */
  | { readonly kind: 'ready' }
  | { readonly kind: 'cancelled'; readonly as: CancelledAs }
  | { readonly kind: 'restored' }
  | { readonly kind: 'reopened' }
  /** Somebody else called about the same trouble: that changes nothing of its life. */
  | { readonly kind: 'called again' }
  | { readonly kind: 'arrived'; readonly visitId: string; readonly by: string | null }
  | {
      readonly kind: 'left';
      readonly visitId: string;
      readonly outcome: LeaveOutcome;
      readonly waitingFor?: WaitingFor | undefined;
    }
);
export type CallEventKind = CallEvent['kind'];

export interface CallLife {
  readonly state: CallState;
  /** Since when it is in this state, ms since 1970. */
  readonly sinceMs: number;
  readonly waitingFor?: WaitingFor | undefined;
  readonly cancelledAs?: CancelledAs | undefined;
  /** Who is to go, and when; gone once somebody has been there. */
  readonly plan?: { readonly crewId: string; readonly day: string } | undefined;
  /** The visit that is there now, and who arrived. */
  readonly onSite?: { readonly visitId: string; readonly by: string | null } | undefined;
  /** When it was done; a later visit that finds it done still leaves this moment. */
  readonly completedMs?: number | undefined;
}

interface Reading extends CallLife {
  /** What it goes back to when a plan is taken away or nobody got to it. */
  readonly rest: Pick<CallLife, 'state' | 'waitingFor'>;
  /** How it stood before it was cancelled. */
  readonly before?: Reading | undefined;
}

const inOrder = (a: CallEvent, b: CallEvent): number =>
  a.atMs - b.atMs || a.recordedMs - b.recordedMs || compareText(a.id, b.id);

/**
 * The state of a call after all that happened to it. Pure: the same events in any order of arrival give the
 * same life, since they are read in the order of when they happened (then of when they were recorded).
 *
 * A visit is a fact and is never refused: work left as done ends a call even where the desk had cancelled it;
 * arriving alone neither reopens what is done nor revives what is cancelled. The last visit that says
 * something about a call decides.
 */
export function callLife(
  call: { readonly kind: CallKind; readonly receivedMs: number },
  events: readonly CallEvent[],
): CallLife {
  const taken: Reading = { state: 'taken', sinceMs: call.receivedMs, rest: { state: 'taken' } };
  const {
    rest: _rest,
    before: _before,
    ...life
  } = [...events].sort(inOrder).reduce((now, event) => next(now, event, call.kind), taken);
  return life;
}

/** Leaves out what the new state does not have, so that two lives that say the same are the same. */
function stand(now: Reading, sinceMs: number, to: Partial<Reading> & Pick<Reading, 'state'>): Reading {
  const { plan, rest, before, onSite, completedMs } = { ...now, ...to };
  return {
    state: to.state,
    sinceMs: to.state === now.state && to.waitingFor === now.waitingFor ? now.sinceMs : sinceMs,
    rest,
    ...(to.waitingFor ? { waitingFor: to.waitingFor } : {}),
    ...(to.cancelledAs ? { cancelledAs: to.cancelledAs } : {}),
    ...(plan ? { plan } : {}),
    ...(onSite && to.state === 'under way' ? { onSite } : {}),
    ...(completedMs !== undefined && to.state === 'done' ? { completedMs } : {}),
    ...(before && to.state === 'cancelled' ? { before } : {}),
  };
}

function next(now: Reading, event: CallEvent, kind: CallKind): Reading {
  const closed = now.state === 'done' || now.state === 'cancelled';
  switch (event.kind) {
    case 'planned': {
      if (closed) return now;
      const plan = { crewId: event.crewId, day: event.day };
      if (now.state === 'under way') return { ...now, plan };
      return stand(now, event.atMs, { state: 'planned', plan });
    }
    case 'unplanned':
      if (now.state === 'planned') return stand(now, event.atMs, { ...now.rest, plan: undefined });
      return closed ? now : { ...now, plan: undefined };
    case 'waiting': {
      if (closed || now.state === 'under way') return now;
      const rest = { state: 'waiting' as const, waitingFor: event.waitingFor };
      return stand(now, event.atMs, { ...rest, rest, plan: undefined });
    }
    case 'ready':
      if (now.rest.state !== 'waiting') return now;
      if (now.state === 'waiting')
        return stand(now, event.atMs, { state: 'taken', rest: { state: 'taken' } });
      // A return that was planned before the parts came stays planned, and waits for nothing any more.
      return { ...now, rest: { state: 'taken' } };
    case 'cancelled':
      if (closed) return now;
      return stand(now, event.atMs, { state: 'cancelled', cancelledAs: event.as, before: now });
    case 'restored':
      if (now.state !== 'cancelled' || !now.before) return now;
      return { ...now.before, sinceMs: event.atMs };
    case 'called again':
      return now;
    case 'reopened':
      if (now.state !== 'done') return now;
      return stand(now, event.atMs, { state: 'reopened', rest: { state: 'reopened' }, plan: undefined });
    case 'arrived':
      if (closed) return now;
      return stand(now, event.atMs, {
        state: 'under way',
        plan: undefined,
        onSite: { visitId: event.visitId, by: event.by },
      });
    case 'left':
      return left(now, event, kind);
  }
}

function left(now: Reading, event: Extract<CallEvent, { kind: 'left' }>, kind: CallKind): Reading {
  if (event.outcome === 'done') {
    if (now.state === 'done') return now;
    return stand(now, event.atMs, { state: 'done', completedMs: event.atMs, plan: undefined });
  }
  if (now.state === 'cancelled') return now;
  if (event.outcome === 'waiting') {
    const rest = { state: 'waiting' as const, waitingFor: event.waitingFor };
    // A return that was planned while the crew was still there stands.
    if (now.state === 'under way' && now.plan)
      return { ...stand(now, event.atMs, { state: 'planned' }), rest };
    return stand(now, event.atMs, { ...rest, rest, plan: undefined });
  }
  if (now.state !== 'under way' && now.state !== 'planned') return now;
  if (kind === 'maintenance')
    return stand(now, event.atMs, { state: 'cancelled', cancelledAs: 'not reached', before: now });
  if (now.state === 'under way' && now.plan) return stand(now, event.atMs, { state: 'planned' });
  return stand(now, event.atMs, { ...now.rest, plan: undefined });
}

/** What the desk does to a call; visits are facts and are not asked. */
export type DeskStep = 'plan' | 'unplan' | 'wait' | 'cancel' | 'restore' | 'reopen' | 'call again' | 'ready';

/**
 * Why a step cannot be taken in the state the call is in, in words for the one who asked; undefined when it
 * can.
 *
 * @example whyNot('plan', { state: 'done' }) // "the call is done; reopen it first"
 */
export function whyNot(step: DeskStep, { state }: Pick<CallLife, 'state'>): string | undefined {
  if (step === 'reopen')
    return state === 'done' ? undefined : `only a call that is done can be reopened; this one is ${state}`;
  if (step === 'restore')
    return state === 'cancelled' ? undefined : `only a cancelled call can be restored; this one is ${state}`;
  if (step === 'ready')
    return state === 'waiting' ? undefined : `only a call on hold can be ready; this one is ${state}`;
  if (state === 'done') return 'the call is done; reopen it first';
  if (state === 'cancelled') return 'the call is cancelled; restore it first';
  if (state === 'under way' && step === 'cancel') return 'a crew is there now; it has to leave first';
  if (state === 'under way' && step === 'wait')
    return 'a crew is there now; it says on leaving what it waits for';
  return undefined;
}

/**
 * How long the leaving of a visit may be changed by whoever wrote it, days [our choice]: what was left done a
 * month ago has been billed and counted. Later the desk reopens the call, and the record of that day stays.
 */
const LEAVE_SETTLES_DAYS = 30;

export const leaveIsSettled = (leftMs: number, nowMs: number): boolean =>
  nowMs - leftMs > LEAVE_SETTLES_DAYS * 86_400_000;
