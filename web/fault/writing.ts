import { v7 as uuid } from 'uuid';
import { questionOf, type Cause, type NotYet, type Observed } from '#core/diagnosis';
import { post } from '../outbox/sender.ts';
import { now } from '../state/clock.ts';
import { say } from '../ui/saying/say.ts';
import type { CodeSeen } from './Codes.tsx';
import type { Held } from './evidence.ts';
import { findingOf } from './finding.ts';

/** Puts what was seen, a code or a cause on the sheet of a visit, through the phone's outbox. */
export function writing(visitId: string, unitId: string, held: readonly Held[], notYet: readonly NotYet[]) {
  const write = (kind: 'observation' | 'code' | 'finding', body: object, supersedes?: string): string => {
    const id = uuid();
    const entry = { id, visitId, unitId, kind, body, occurredAt: now().toISOString() };
    void post({ ...entry, ...(supersedes ? { supersedes } : {}) } as never);
    return id;
  };
  const undo = (supersedes: string) => () =>
    post({
      ...{ id: uuid(), visitId, unitId, kind: 'withdrawn', body: {}, supersedes, reason: 'not meant' },
    } as never);
  return {
    /** Another answer to what was asked since the last change takes the place of the first. */
    answer: (asked: string, one: Observed): void => {
      const since = held.slice(held.findLastIndex(({ seen }) => seen.kind === 'changed') + 1);
      const old = since.findLast(({ seen }) => questionOf(seen) === questionOf(one));
      write('observation', { asked: asked.slice(0, 200), seen: one }, old?.lineId);
    },
    putCode: (code: CodeSeen): void => {
      const id = write('code', code);
      say(`On the sheet: ${code.board}, ${code.code}`, { undo: undo(id) });
    },
    find: (cause: Cause): void => {
      const body = findingOf(cause, notYet, held);
      const id = write('finding', body);
      say(`On the sheet: ${body.component} ${body.failure}, ${body.grade}`, { undo: undo(id) });
    },
  };
}
