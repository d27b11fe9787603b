import { lentBy, linesBySubject, rootsOf, type Entry } from './index.ts';
import { entry } from './testing/sheets.ts';

/* Which lines say something of which unit or point. */

const bySubject = (...lines: Entry[]) => {
  const roots = rootsOf(lines);
  const found = linesBySubject(lines, (id) => roots.get(id));
  return Object.fromEntries([...found].map(([subject, own]) => [subject, own.map(({ id }) => id)]));
};
const slot = { part: 'contactor', circuit: 1 };
const lends = (from: string, more: Partial<Entry> = {}) =>
  entry('work', { text: '', installed: { slot, borrowed: { fromUnitId: from, from: 'a', to: 'b' } } }, more);

describe('the lines about a unit or a point', () => {
  it('are those that name it; a line about the visit is about none', () => {
    const [one, other, point] = [
      entry('note', {}),
      entry('note', {}, { unitId: 'u2' }),
      entry('note', {}, { unitId: null, pointId: 'p1' }),
    ];
    expect(bySubject(one, entry('leave', {}, { unitId: null }), other, point)).toEqual({
      u1: [one.id],
      u2: [other.id],
      p1: [point.id],
    });
  });

  it('are whole lines of amendments: what was once about it is read with what it became', () => {
    const first = entry('note', {});
    const amended = entry('note', {}, { unitId: 'u2', supersedes: first.id });
    expect(bySubject(amended, first)).toEqual({ u1: [amended.id, first.id], u2: [amended.id, first.id] });
  });

  it('are the closings of what was left there, wherever they were written, with their amendments', () => {
    const left = entry('condition left', {});
    const closing = entry('condition closed', { conditionId: left.id }, { unitId: 'u2' });
    const withdrawn = entry('withdrawn', {}, { unitId: null, supersedes: closing.id });
    const of = { conditionId: 'nowhere' };
    const stray = entry('condition closed', of, { unitId: null });
    expect(bySubject(left, closing, withdrawn, stray)).toEqual({
      u1: [left.id, closing.id, withdrawn.id],
      u2: [closing.id, withdrawn.id],
    });
    // A note that names something the same way closes nothing.
    const note = entry('note', { conditionId: left.id }, { unitId: null });
    expect(bySubject(left, note)).toEqual({ u1: [left.id] });
  });

  it('a part that was lent is said of both units, and its closing as well', () => {
    const line = lends('u2');
    const closing = entry('condition closed', { conditionId: line.id }, { unitId: 'u2' });
    expect(bySubject(line, closing)).toEqual({ u1: [line.id, closing.id], u2: [line.id, closing.id] });
  });

  it('only work lends', () => {
    expect(lentBy(lends('u2'))).toBe('u2');
    expect(lentBy({ ...lends('u2'), kind: 'note' })).toBeNull();
    expect(lentBy(entry('work', { text: '' }))).toBeNull();
    expect(lentBy(entry('work', { text: '', installed: { slot } }))).toBeNull();
  });
});
