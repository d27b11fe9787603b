import { readFileSync } from 'node:fs';
import { callLife, CALL_STATES, leaveIsSettled, outcomesOf, whyNot, type CallEvent } from './index.ts';

/*
 * Every step from every state, written out in testing/lives.txt: what happened so far and how the call
 * stands, then each further step that changes that. What is not in the list changes nothing.
 */

const WHAT = {
  planned: { kind: 'planned', crewId: 'north', day: 'Mon' },
  unplanned: { kind: 'unplanned' },
  waiting: { kind: 'waiting', waitingFor: 'parts' },
  ready: { kind: 'ready' },
  cancelled: { kind: 'cancelled', as: 'called off' },
  restored: { kind: 'restored' },
  reopened: { kind: 'reopened' },
  'called again': { kind: 'called again' },
  arrived: { kind: 'arrived', visitId: 'v', by: 'ada' },
  'left done': { kind: 'left', visitId: 'v', outcome: 'done' },
  'left waiting': { kind: 'left', visitId: 'v', outcome: 'waiting', waitingFor: 'access' },
  'left, not reached': { kind: 'left', visitId: 'v', outcome: 'not reached' },
} as const;
type Name = keyof typeof WHAT;

const event = (name: Name, i: number): CallEvent => ({
  ...{ id: `e${i}`, atMs: i, recordedMs: i },
  ...WHAT[name],
});

const lifeWords = (names: readonly Name[], kind: 'call' | 'maintenance'): string => {
  const events = names.map((name, i) => event(name, i + 1));
  const { state, sinceMs, waitingFor, cancelledAs, plan, onSite, completedMs } = callLife(
    { kind, receivedMs: 0 },
    events,
  );
  return [
    `${state} since ${sinceMs}`,
    waitingFor && `for ${waitingFor}`,
    cancelledAs && `as ${cancelledAs}`,
    plan && `plan ${plan.crewId} ${plan.day}`,
    onSite && `there ${onSite.by}`,
    completedMs !== undefined && `done at ${completedMs}`,
  ]
    .filter(Boolean)
    .join(' · ');
};

const LIVES = readFileSync(new URL('./testing/lives.txt', import.meta.url), 'utf8')
  .trim()
  .split('\n\n')
  .map((block) => block.split('\n'));

const changes = (before: readonly Name[]): string[] => {
  const now = lifeWords(before, 'call');
  return (Object.keys(WHAT) as Name[]).flatMap((name) => {
    const [call, maintenance] = [
      lifeWords([...before, name], 'call'),
      lifeWords([...before, name], 'maintenance'),
    ];
    return [
      ...(call === now ? [] : [`  ${name}: ${call}`]),
      ...(maintenance === call ? [] : [`  ${name}, maintenance: ${maintenance}`]),
    ];
  });
};

describe('the life of a call, step by step', () => {
  it.each(LIVES.map(([head = '', ...steps]) => [head, steps] as const))('%s', (head, steps) => {
    const [so = '', stands] = head.split(': ');
    const before = so === 'nothing' ? [] : (so.split('; ') as Name[]);
    expect(lifeWords(before, 'call')).toBe(stands);
    expect(changes(before)).toEqual(steps);
  });

  it('is read in the order of when things happened, then of when they were recorded, then of their ids', () => {
    const at = (name: Name, atMs: number, recordedMs: number, id: string) => ({
      ...event(name, 1),
      ...{ atMs, recordedMs, id },
    });
    const state = (...events: CallEvent[]) => callLife({ kind: 'call', receivedMs: 0 }, events).state;
    for (const [first, second] of [
      [at('planned', 1, 9, 'z'), at('waiting', 2, 1, 'a')],
      [at('planned', 5, 1, 'z'), at('waiting', 5, 2, 'a')],
      [at('planned', 5, 5, 'a'), at('waiting', 5, 5, 'b')],
    ] as const) {
      expect(state(first, second)).toBe('waiting');
      expect(state(second, first)).toBe('waiting');
    }
  });

  it('has no more in it than there is to say', () => {
    const keys = (...names: Name[]) =>
      Object.keys(
        callLife(
          { kind: 'call', receivedMs: 0 },
          names.map((name, i) => event(name, i + 1)),
        ),
      ).sort();
    expect(keys()).toEqual(['sinceMs', 'state']);
    expect(keys('planned', 'unplanned')).toEqual(['sinceMs', 'state']);
    expect(keys('waiting')).toEqual(['sinceMs', 'state', 'waitingFor']);
    expect(keys('arrived')).toEqual(['onSite', 'sinceMs', 'state']);
    expect(keys('arrived', 'left done')).toEqual(['completedMs', 'sinceMs', 'state']);
    expect(keys('cancelled')).toEqual(['cancelledAs', 'sinceMs', 'state']);
  });
});

it.each([
  ['plan', ['done', 'cancelled']],
  ['unplan', ['done', 'cancelled']],
  ['wait', ['under way', 'done', 'cancelled']],
  ['cancel', ['under way', 'done', 'cancelled']],
  ['restore', ['taken', 'planned', 'under way', 'waiting', 'done', 'reopened']],
  ['reopen', ['taken', 'planned', 'under way', 'waiting', 'reopened', 'cancelled']],
  ['call again', ['done', 'cancelled']],
  ['ready', ['taken', 'planned', 'under way', 'done', 'reopened', 'cancelled']],
] as const)('a desk cannot %s what is %s', (step, states) => {
  expect(CALL_STATES.filter((state) => whyNot(step, { state }) !== undefined)).toEqual(states);
});

it('leaving can be changed for thirty days, to the millisecond', () => {
  const left = Date.parse('2026-03-01T10:00:00Z');
  expect(leaveIsSettled(left, left + 30 * 86_400_000)).toBe(false);
  expect(leaveIsSettled(left, left + 30 * 86_400_000 + 1)).toBe(true);
});

it('only a presumed outcome has a day to look again, the last of several', () => {
  const found = (grade: 'proven' | 'presumed', on: string) => ({ subjectId: 'u', grade, on });
  expect(outcomesOf([found('proven', '2026-03-01')], new Set())).toEqual([
    { subjectId: 'u', grade: 'proven' },
  ]);
  expect(outcomesOf([found('presumed', '2026-03-01'), found('presumed', '2026-03-05')], new Set())).toEqual([
    { subjectId: 'u', grade: 'presumed', watchUntil: '2026-04-04' },
  ]);
});
