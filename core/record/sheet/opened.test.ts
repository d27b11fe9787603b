import { dangerOf, dangerSeen } from '#core/machine';
import { actId, conditionOfRule, foldCall, foldSubject, holding, type Entry } from './index.ts';
import { call, entry, HOUR, visit, visitsOf } from './testing/sheets.ts';

/*
 * What opens a condition, which lines are one fact, and what settles it. Which failures endanger somebody and
 * what keeps a call open are common practice; the joining is our own choice.
 */

const UNIT = { id: 'u1', siteId: 's1', circuits: [1, 2] };
const visits = visitsOf(visit('v1', [call('k1', 'u1')]), visit('v2'), visit('far', [], { siteId: 's2' }));
const folded = (entries: Entry[], since = 0) =>
  foldSubject(UNIT, entries, visits, new Map([['drum', 'heat exchanger' as const]]), { since }).conditions;
const at = (hour: number, more: Partial<Entry> = {}): Partial<Entry> => ({
  occurredMs: hour * HOUR,
  recordedMs: hour * HOUR,
  ...more,
});
const cracked = (more: object = {}, when = at(1)) =>
  entry('finding', { component: 'heat exchanger', failure: 'cracked', grade: 'proven', ...more }, when);
const seen = (more: object = {}, when = at(1)) =>
  entry(
    'look',
    { part: 'heat exchanger', sign: 'crack or hole', looked: 'panels off', by: 'eye', ...more },
    when,
  );
const left = (condition: string, more: object = {}, when = at(2)) =>
  entry('condition left', { condition, text: 'as written', ...more }, when);
const closes = (of: Entry, when = at(5)) =>
  entry('condition closed', { conditionId: of.id, text: 'in' }, when);

describe('what endangers somebody', () => {
  it.each([
    ['heat exchanger', 'cracked', 'exchanger holed or cracked'],
    ['heat exchanger', 'leak', 'exchanger holed or cracked'],
    ['heat exchanger', 'broken', 'exchanger holed or cracked'],
    ['heat exchanger', 'burnt', 'exchanger holed or cracked'],
    ['heat exchanger', 'plugged', 'flame rolls out'],
    ['heat exchanger', 'dirty', undefined],
    ['gas valve', 'leak', 'gas leak suspected'],
    ['gas valve', 'stuck', undefined],
    ['burner', 'leak', 'gas leak suspected'],
    ['limit switch', 'missing', 'safety bypassed'],
    ['limit switch', 'shorted', 'safety bypassed'],
    ['limit switch', 'open', undefined],
    ['rollout switch', 'missing', 'safety bypassed'],
    ['rollout switch', 'shorted', 'safety bypassed'],
    ['wiring', 'burnt', 'burnt wiring'],
    ['wiring', 'chafed', undefined],
    ['disconnect or breaker', 'burnt', 'burnt wiring'],
    ['contactor', 'burnt', undefined],
    [null, 'burnt', undefined],
  ] as const)('%s, %s: %s', (part, failure, kind) => expect(dangerOf(part, failure)).toBe(kind));

  it('is seen where the failure itself is seen, and not a trace of one', () => {
    expect(dangerSeen('heat exchanger', 'crack or hole')).toBe('exchanger holed or cracked');
    expect([dangerSeen('heat exchanger', 'soot'), dangerSeen('drain', 'crack or hole')]).toEqual([
      undefined,
      undefined,
    ]);
  });
});

describe('a finding that endangers', () => {
  it('is the open condition, under its own id, in full', () => {
    const found = cracked({ circuit: 2, madeSafe: 'heat off', told: 'owner, in writing' });
    expect(folded([found])).toEqual([
      {
        ...{ id: found.id, source: 'found', lines: [found.id], visitId: 'v1', hazard: true, circuit: 2 },
        ...{
          kind: 'exchanger holed or cracked',
          part: 'heat exchanger',
          rule: null,
          mode: null,
          answer: null,
        },
        ...{ text: 'heat exchanger cracked, proven. Made safe: heat off', told: 'owner, in writing' },
        ...{
          changedFrom: null,
          changedTo: null,
          closes: null,
          openedMs: HOUR,
          openedBy: 'ada',
          closed: null,
        },
        madeSafe: 'heat off',
      },
    ]);
  });
  it('counts where it is presumed, by a word of the company too; not where nothing was found', () => {
    const open = (more: object) => folded([cracked(more)]).length;
    expect([open({ grade: 'presumed' }), open({ component: 'drum' }), open({ component: 'thing' })]).toEqual([
      ...[1, 1, 0],
    ]);
    expect([open({ grade: 'not found' }), open({ grade: 'not reproduced' })]).toEqual([0, 0]);
    expect(open({ component: 'thing', part: 'heat exchanger' })).toBe(1);
  });
  it('opens nothing where it was recorded before that began; what was left is left all the same', () => {
    const lines = [cracked(), seen(), left('filters out', {}, at(1))];
    expect(folded(lines, HOUR)).toHaveLength(2);
    expect(folded(lines, HOUR + 1).map(({ source }) => source)).toEqual(['left']);
  });
  it('opens nothing in a history that was brought in from elsewhere; what was left there stands', () => {
    const far = visitsOf(visit('v1', [], { source: 'imported' }));
    const of = (line: Entry) => foldSubject(UNIT, [line], far).conditions.length;
    expect([of(cracked()), of(seen()), of(left('filters out'))]).toEqual([0, 0, 1]);
  });
  it('goes when it is withdrawn, and keeps its id when its words are put right', () => {
    const found = cracked();
    const again = cracked({ grade: 'presumed' }, at(1, { supersedes: found.id }));
    expect(folded([found, again])).toMatchObject([
      { id: found.id, text: 'heat exchanger cracked, presumed' },
    ]);
    expect(folded([found, entry('withdrawn', {}, at(3, { supersedes: found.id }))])).toEqual([]);
  });
});

describe('lines about one fact', () => {
  it('are one condition where one of them found or saw it: the first one’s, with what each of them says', () => {
    const [look, found] = [seen(), cracked({ told: 'owner' }, at(2))];
    const off = left('heat disabled', { changedFrom: 'on', changedTo: 'off', closes: 'new drum' }, at(3));
    expect(folded([look, found, off])).toMatchObject([
      {
        ...{ id: look.id, source: 'seen', kind: 'exchanger holed or cracked', hazard: true, told: 'owner' },
        ...{ lines: [look.id, found.id, off.id], changedFrom: 'on', changedTo: 'off', closes: 'new drum' },
        text: 'heat exchanger: crack or hole. heat exchanger cracked, proven. as written',
      },
    ]);
    // Whichever came first: heat that was off already is off for this.
    const early = left('heat disabled', {}, at(0));
    expect(folded([early, found])).toMatchObject([
      { id: early.id, kind: 'exchanger holed or cracked', hazard: true },
    ]);
  });
  it('stay two where two people left two things, or they lie on two circuits', () => {
    expect(folded([left('heat disabled'), left('exchanger holed or cracked')])).toHaveLength(2);
    expect(folded([left('filters out'), left('filters out')])).toHaveLength(2);
    expect(folded([cracked({ circuit: 1 }), seen({ circuit: 2 })])).toHaveLength(2);
    expect(folded([cracked({ circuit: 1 }), seen({ circuit: 1 })])).toHaveLength(1);
    expect(folded([cracked({ circuit: 1 }), seen()])).toHaveLength(1);
    expect(folded([cracked(), seen({ circuit: 1 })])).toHaveLength(1);
    expect(folded([cracked(), left('gas leak suspected')])).toHaveLength(2);
    expect(folded([cracked(), left('circuit isolated')])).toHaveLength(2);
  });
  it('begin anew once it was closed', () => {
    const look = seen();
    const found = cracked({}, at(6));
    expect(folded([look, closes(look), found])).toMatchObject([
      { id: look.id, closed: { atMs: 5 * HOUR } },
      { id: found.id, closed: null },
    ]);
    expect(folded([look, closes(look, at(6)), found])).toHaveLength(1);
  });
});

describe('closing', () => {
  it('any of its lines closes it, at this site, by the first that stands', () => {
    const [look, found] = [seen(), cracked({}, at(2))];
    for (const one of [look, found])
      expect(folded([look, found, closes(one), closes(one, at(9))])[0]?.closed?.atMs).toBe(5 * HOUR);
    expect(folded([look, closes(look, at(5, { visitId: 'far' }))])[0]?.closed).toBeNull();
    expect(folded([look, closes(found)])[0]?.closed).toBeNull();
  });
  it('is never before it was opened: clocks of two phones differ', () => {
    const off = left('filters out');
    expect(folded([off, closes(off, at(1))])[0]?.closed?.atMs).toBe(2 * HOUR);
  });
  it('a new part closes what was found at the old one, not what was left, nor on another circuit', () => {
    const put = (part: string, circuit: number | null, when = at(5), more: Partial<Entry> = {}) =>
      entry('work', { text: 'new', installed: { slot: { part, circuit } } }, { ...when, ...more });
    const closed = (of: Entry, by: Entry) => folded([of, by])[0]?.closed?.entryId === by.id;
    expect(closed(cracked(), put('heat exchanger', null))).toBe(true);
    expect(closed(seen(), put('heat exchanger', null))).toBe(true);
    expect(closed(cracked(), put('burner', null))).toBe(false);
    expect(closed(cracked({ circuit: 1 }), put('heat exchanger', 2))).toBe(false);
    expect(closed(cracked({ circuit: 1 }), put('heat exchanger', 1))).toBe(true);
    expect(closed(cracked({ circuit: 1 }), put('heat exchanger', null))).toBe(true);
    expect(closed(cracked(), put('heat exchanger', 2))).toBe(true);
    expect(closed(left('exchanger holed or cracked', {}, at(1)), put('heat exchanger', null))).toBe(false);
    expect(closed(cracked({}, at(5)), put('heat exchanger', null))).toBe(true);
    expect(closed(cracked({}, at(6)), put('heat exchanger', null))).toBe(false);
    expect(closed(cracked(), put('heat exchanger', null, at(5), { unitId: 'u2' }))).toBe(false);
    expect(closed(cracked(), entry('work', { text: 'looked at the exchanger' }, at(5)))).toBe(false);
  });
});

describe('what a reading asks to act on', () => {
  const answer = (advice: 'act' | null, name = 'CO in the room', value = advice ? 80 : 2) => ({
    ...{ name, value, unit: 'ppm', quantity: 'concentration', decimals: 0, advice },
    ...{ text: advice ? 'Leave now.' : '' },
  });
  const read = (answers: object[], hour: number, body: object = {}, more: Partial<Entry> = {}) =>
    entry('reading set', { mode: 'heating', answers, ...body }, at(hour, more));
  const bad = (hour = 1, body: object = {}) => read([answer('act')], hour, body);
  const good = (hour = 3, body: object = {}) => read([answer(null)], hour, body);
  const open = (...lines: Entry[]) => folded(lines).filter(({ closed }) => closed === null);
  const superheat = (advice: 'act' | null, hour: number, body: object = {}) =>
    read([answer(advice, 'superheat', 45)], hour, { mode: 'cooling', ...body });

  it('stands open in full until the same is measured again and is as it should be', () => {
    const line = bad(1, { circuit: 2 });
    expect(open(line)).toEqual([
      {
        ...{ id: actId(line.id, 'room CO'), source: 'measured', lines: [line.id], visitId: 'v1', circuit: 2 },
        ...{ kind: 'carbon monoxide found', hazard: true, part: null, rule: 'room CO', mode: 'heating' },
        answer: { name: 'CO in the room', quantity: 'concentration', unit: 'ppm', value: 80, decimals: 0 },
        ...{ text: 'CO in the room 80 ppm. Leave now.', openedMs: HOUR, openedBy: 'ada', closed: null },
        ...{ changedFrom: null, changedTo: null, closes: null, told: null, madeSafe: null },
      },
    ]);
    const again = good(3, { circuit: 2 });
    expect(folded([line, again])[0]?.closed).toEqual({ atMs: 3 * HOUR, entryId: again.id });
    expect(open(again, line)).toEqual([]);
    expect(open(good(0), bad(1))).toHaveLength(1);
  });
  it('two streams of air in one line: the one that is fine never settles the one that is not', () => {
    const [bad2, good2] = [answer('act', 'CO in supply air'), answer(null, 'CO in return air')];
    expect(open(read([bad2, good2], 1))).toHaveLength(1);
    expect(open(read([good2, bad2], 1))).toHaveLength(1);
    expect(open(read([bad2], 1), read([good2, bad2], 2))).toHaveLength(1);
    // The return alone says nothing of the supply; the pair does.
    expect(open(read([bad2], 1), read([good2], 2))).toHaveLength(1);
    expect(open(read([bad2], 1), read([answer(null, 'CO, supply above return'), bad2], 2))).toHaveLength(1);
    expect(open(read([bad2], 1), read([answer(null, 'CO, supply above return')], 2))).toHaveLength(0);
  });
  it('what waits for better conditions, or lies beside its band, settles nothing', () => {
    const again = (more: object) => open(bad(), read([{ ...answer(null), ...more }], 2)).length;
    expect([again({ advice: 'wait' }), again({ advice: 'measure first' })]).toEqual([1, 1]);
    expect([
      again({ position: 'above' }),
      again({ position: 'below' }),
      again({ position: 'inside' }),
    ]).toEqual([...[1, 1, 0]]);
  });
  it('by one rule, circuit and mode, with the machine running', () => {
    expect(open(bad(), good(3, { circuit: 1 }))).toHaveLength(1);
    expect(open(bad(), good(3, { mode: 'off' }))).toHaveLength(1);
    expect(open(bad(), good(3, { mode: 'cooling' }))).toHaveLength(1);
    expect(open(bad(1, { mode: 'off' }), good(3, { mode: 'cooling' }))).toHaveLength(0);
    expect(open(bad(1, { mode: 'off' }), good(3, { mode: 'off' }))).toHaveLength(1);
    expect(open(bad(), read([answer(null, 'CO₂')], 3))).toHaveLength(1);
    const card = (advice: 'act' | null, hour: number) =>
      entry('measurement', { card: 'combustion', answers: [answer(advice)] }, at(hour));
    expect(open(card('act', 1), card(null, 3))).toHaveLength(0);
    expect(open(card('act', 1), good())).toHaveLength(0);
    expect(open(bad(), card(null, 3))).toHaveLength(1);
  });
  it('measured again and no better it is the same thing, with the newest number', () => {
    const [first, second] = [bad(), read([answer('act', 'CO in the room', 120)], 2)];
    expect(open(first, second)).toMatchObject([
      { id: actId(first.id, 'room CO'), text: 'CO in the room 120 ppm. Leave now.', openedMs: HOUR },
    ]);
    expect(open(first, second)[0]?.lines).toEqual([first.id, second.id]);
    expect(open(first, bad(2, { circuit: 1 }))).toHaveLength(2);
    expect(open(bad(), good(3), bad(4))).toHaveLength(1);
  });
  it('counts from a moment on', () => {
    expect([folded([bad()], HOUR).length, folded([bad()], HOUR + 1).length]).toEqual([1, 0]);
    // What asked before that is settled by what is measured after it all the same.
    expect(folded([good(3)], 2 * HOUR)).toEqual([]);
  });
  it('has led to a finding or to what was left because of it; other words lead nowhere', () => {
    const line = superheat('act', 1);
    const act = { lineId: line.id, rule: 'superheat' };
    expect(open(line)).toMatchObject([{ kind: 'reading to act on', hazard: false }]);
    const valve = { component: 'valve', failure: 'stuck', grade: 'proven' };
    expect(open(line, entry('finding', { ...valve, act }, at(2)))).toEqual([]);
    expect(open(line, entry('finding', valve, at(2)))).toHaveLength(1);
    expect(open(line, entry('finding', { ...valve, act: { ...act, rule: 'approach' } }, at(2)))).toHaveLength(
      1,
    );
    expect(open(line, entry('finding', { ...valve, act: { ...act, lineId: 'x' } }, at(2)))).toHaveLength(1);
    expect(open(line, entry('finding', { ...valve, act }, at(0)))).toHaveLength(1);
    expect(open(line, left('reading to act on', { act }))).toMatchObject([{ source: 'left' }]);
    expect(open(line, entry('note', { text: 'x', act }, at(2)))).toHaveLength(1);
  });
  it('was settled by what came first, and by what was written in the same moment', () => {
    const line = superheat('act', 1);
    const act = { lineId: line.id, rule: 'superheat' };
    const valve = { component: 'valve', failure: 'stuck', grade: 'proven', act };
    const [first, second] = [entry('finding', valve, at(2)), superheat(null, 3)];
    expect(folded([line, first, second])[0]?.closed).toEqual({ atMs: 2 * HOUR, entryId: first.id });
    expect(open(line, entry('finding', valve, at(1)))).toEqual([]);
    const amended = superheat('act', 1, { stage: 1 });
    const again = { ...amended, supersedes: line.id };
    expect(open(line, again, entry('finding', valve, at(2)))).toEqual([]);
    const later = { ...valve, act: { ...act, lineId: again.id } };
    expect(open(line, again, entry('finding', later, at(2)))).toEqual([]);
  });
  it('is explained by name where words may settle it; carbon monoxide stands while nothing else does', () => {
    const line = superheat('act', 1);
    const explained = (of: Entry, rule: string) =>
      entry('explained', { act: { lineId: of.id, rule }, text: 'meter off' }, at(2));
    expect(open(line, explained(line, 'superheat'))).toEqual([]);
    const co = bad();
    const act = { lineId: co.id, rule: 'room CO' };
    expect(open(co, explained(co, 'room CO'))).toHaveLength(1);
    expect(open(co, cracked({ act, component: 'belt' }, at(2)))).toHaveLength(1);
    const kept = left('carbon monoxide found', { act, told: 'owner' });
    expect(open(co, kept)).toMatchObject([{ source: 'left' }]);
    expect(open(co, kept, closes(kept))).toMatchObject([{ source: 'measured' }]);
    expect(open(co, kept, closes(kept), good(4))).toEqual([]);
  });
  it('has an id that is the same everywhere, and another for another rule or line', () => {
    expect(actId('l1', 'room CO')).toMatch(
      /^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-a[0-9a-f]{3}-[0-9a-f]{12}$/,
    );
    // Phones and servers of every version have to name it alike.
    expect(actId('l1', 'room CO')).toBe('086a0295-cb94-83a7-a8a4-a1a1e293576f');
    expect(new Set(['l1', 'l2'].flatMap((id) => [actId(id, 'room CO'), actId(id, 'flue CO')])).size).toBe(4);
    expect(['room CO', 'flue CO', 'air stream CO', 'CO₂', 'manifold'].map(conditionOfRule)).toEqual([
      ...['carbon monoxide found', 'carbon monoxide found', 'carbon monoxide found'],
      ...['reading to act on', 'reading to act on'],
    ]);
  });
});

describe('a call with something open on its unit', () => {
  const taken = (more: object = {}) => ({ ...call('k1', 'u1'), receivedMs: 0, events: [], ...more });
  const done = (hour = 4, more: Partial<Entry> = {}) =>
    entry('leave', { outcome: 'done' }, at(hour, { unitId: null, ...more }));
  const state = (
    lines: Entry[],
    of: object = { system: 'heating' },
    given: { since?: number; source?: 'own' | 'imported' } = {},
  ) => {
    const own = visit('v1', [call('k1', 'u1')], { source: given.source ?? 'own' });
    return foldCall(taken(of), [{ visit: own, entries: lines.filter(({ visitId }) => visitId === 'v1') }], {
      conditionsOf: (unitId) => (unitId === 'u1' ? folded(lines) : []),
      ...(given.since === undefined ? {} : { since: given.since }),
    });
  };
  const off = left('heat disabled', {}, at(2));

  it('that was left as done waits for its repair, and is done the moment that is closed', () => {
    expect(state([off, done()])).toMatchObject({
      ...{ state: 'waiting', waitingFor: 'repair', sinceMs: 4 * HOUR },
      outcomes: [{ subjectId: 'u1', grade: 'made safe' }],
    });
    expect(state([off, done(), closes(off, at(7, { visitId: 'v2' }))])).toMatchObject({
      ...{ state: 'done', completedMs: 7 * HOUR },
    });
    expect(state([off, done(), closes(off, at(3))])).toMatchObject({ state: 'done', completedMs: 4 * HOUR });
    expect(state([off, done(), closes(off, at(4))])).toMatchObject({ state: 'done', completedMs: 4 * HOUR });
    const gas = left('gas leak suspected', { told: 'owner' }, at(2));
    expect(state([off, gas, done(), closes(off, at(7)), closes(gas, at(9))]).completedMs).toBe(9 * HOUR);
    expect(state([off, gas, done(), closes(off, at(7))]).state).toBe('waiting');
  });
  it('says that something was made safe only where somebody said so', () => {
    const grades = (...lines: Entry[]) => state([...lines, done()]).outcomes.map(({ grade }) => grade);
    expect(grades(left('gas leak suspected', { told: 'owner' }, at(2)))).toEqual([]);
    expect(grades(off)).toEqual(['made safe']);
  });
  it('is done where that was left later, is about another system, or was left before that counted', () => {
    expect(state([left('heat disabled', {}, at(4)), done()]).state).toBe('waiting');
    expect(state([left('heat disabled', {}, at(5)), done()]).state).toBe('done');
    expect(state([off, done()], { system: 'cooling' }).state).toBe('done');
    expect(state([off, done()], { system: null }).state).toBe('waiting');
    expect(state([off, done()], {}).state).toBe('waiting');
    expect(state([off, done()], { system: 'heating' }, { since: 4 * HOUR }).state).toBe('waiting');
    expect(state([off, done()], { system: 'heating' }, { since: 4 * HOUR + 1 }).state).toBe('done');
    expect(state([off, done()], { system: 'heating' }, { source: 'imported' }).state).toBe('done');
    expect(state([left('filters out', {}, at(2)), done()]).state).toBe('done');
  });
  it('that waits for something says so itself', () => {
    const parts = entry('leave', { outcome: 'waiting', waitingFor: 'parts' }, at(4, { unitId: null }));
    expect(state([off, parts])).toMatchObject({ state: 'waiting', waitingFor: 'parts' });
  });
  it('maintenance is done all the same: the repair is another visit', () => {
    const ticked = entry('work', { text: '', tasks: ['filters and belts'] }, at(3));
    expect(state([off, ticked, done()], { kind: 'maintenance', system: 'heating' }).state).toBe('done');
    const conditions = folded([off]);
    expect(holding({ kind: 'maintenance', system: null }, conditions)).toEqual([]);
    expect(holding({ kind: 'call', system: 'heating' }, conditions)).toEqual(conditions);
    expect(holding({ kind: 'planned return', system: 'cooling' }, conditions)).toEqual([]);
    expect(holding({ kind: 'call', system: null }, folded([off, closes(off)]))).toEqual([]);
  });
  it.each([
    ['heat disabled', ['heating']],
    ['exchanger holed or cracked', ['heating']],
    ['flame rolls out', ['heating']],
    ['carbon monoxide found', ['heating']],
    ['gas leak suspected', ['heating']],
    ['safety bypassed', ['heating', 'cooling']],
    ['jumper or test mode', ['heating', 'cooling']],
    ['burnt wiring', ['heating', 'cooling']],
    ['out of use', ['heating', 'cooling']],
    ['override on', []],
    ['reading to act on', []],
  ])('%s keeps calls open about %j', (condition, systems) => {
    const lines = [left(condition, { told: 'owner' }, at(2)), done()];
    expect(['heating', 'cooling'].filter((system) => state(lines, { system }).state === 'waiting')).toEqual(
      systems,
    );
  });
  it('of a call that named no unit it is the one something was found on', () => {
    const found = cracked({}, at(2));
    const own = visit('v1', [call('k1', null)]);
    const of = (unitId: string | null) =>
      foldCall(taken({ unitId, system: 'heating' }), [{ visit: own, entries: [found, done()] }], {
        conditionsOf: (id) => (id === 'u1' ? folded([found]) : []),
      });
    expect(of(null)).toMatchObject({ state: 'waiting', foundUnitId: 'u1' });
  });
});
