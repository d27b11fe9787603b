import { seededRandom, wholeBetween } from '#core/base/random';
import { madeUpWeeks } from '../testing/fleets.ts';
import { Draft } from './draft.ts';
import { groundOf } from './ground.ts';
import { putBack } from './recreate.ts';
import { swapWhole, takeOut } from './ruin.ts';

const problem = madeUpWeeks(12, { jobs: 80, crews: 4, days: 4 });
const random = seededRandom(3);
const ground = groundOf(problem, random);

const seen = (draft: Draft) => ({
  routes: draft.routes.map(({ jobs }) => [...jobs]),
  where: [...draft.where],
  lengths: [...draft.lengths],
  leftOut: [...draft.leftOut].sort((a, b) => a - b),
  used: draft.used,
});

describe('the plan a search works on', () => {
  const draft = new Draft(ground.fleet);
  putBack(ground, draft, [...draft.leftOut]);
  draft.keep();

  it('counts what it costs as it is changed, and takes back what was not kept', () => {
    for (let turn = 0; turn < 300; turn++) {
      const [before, cost] = [seen(draft), draft.recount()];
      if (random() < 0.3) swapWhole(ground, draft);
      else putBack(ground, draft, takeOut(ground, draft), 50);
      const counted = draft.cost;
      expect(counted).toBeCloseTo(draft.recount(), 6);
      draft.routes.forEach(({ jobs }, s) => {
        expect(draft.lengths[s]).toBe(jobs.length);
        for (const job of jobs) expect(draft.where[job]).toBe(s);
      });
      expect(draft.used).toBe(draft.routes.filter(({ jobs }) => jobs.length > 0).length);
      expect(draft.leftOut.size).toBe([...draft.where].filter((s) => s === -1).length);
      if (random() < 0.5) draft.keep();
      else {
        draft.undo();
        expect(seen(draft)).toEqual(before);
        expect(draft.recount()).toBeCloseTo(cost, 6);
      }
    }
  });

  it('names a shift that does something, and says so where none does', () => {
    for (let i = 0; i < 20; i++) expect(draft.anyUsed(random).jobs.length).toBeGreaterThan(0);
    expect(() => new Draft(ground.fleet).anyUsed(random)).toThrow(/no shift does anything/);
  });
});

it('beginning a shift with a job costs what it adds to an idle day, the least first', () => {
  const { fleet, beginnings } = ground;
  for (let i = 0; i < 10; i++) {
    const job = wholeBetween(random, 0, problem.jobs.length - 1);
    const { shifts, adds } = beginnings(job);
    expect([...adds].sort((a, b) => a - b)).toEqual(adds);
    expect([...shifts].sort((a, b) => a - b)).toEqual(
      [...problem.shifts.keys()].filter((s) => fleet.allowed(s, job) && fleet.holds(fleet.build(s, [job]))),
    );
    shifts.forEach((s, k) => expect(fleet.build(s, [job]).cost).toBeCloseTo(adds[k] as number, 6));
  }
});
