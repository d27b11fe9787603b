import { storyLayout } from './storyLayout.ts';

const mark = (callId: string, on: string) => ({ callId, ref: callId, on, kind: 'call', label: 'x' });

describe('the story line', () => {
  it('runs left to right from a new year to today and keeps every mark on it', () => {
    const layout = storyLayout(
      { marks: [mark('a', '2024-03-01'), mark('b', '2026-05-01')], arcs: [] },
      '2026-06-01',
      1000,
    );
    expect(layout.years.map((y) => y.label)).toEqual(['2024', '2025', '2026']);
    expect(layout.years[0]?.x).toBe(0);
    for (const { x } of layout.marks) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(1000);
    }
  });

  it('lifts an arc that would lie on another, and drops arcs whose ends are not drawn', () => {
    const marks = [mark('a', '2026-01-01'), mark('b', '2026-02-01')];
    const arc = (kind: 'repeat' | 'callback', toCallId = 'b') => ({
      kind,
      fromCallId: 'a',
      toCallId,
      label: kind,
    });
    const layout = storyLayout(
      { marks, arcs: [arc('repeat'), arc('callback'), arc('repeat', 'gone')] },
      '2026-06-01',
      1000,
    );
    expect(layout.arcs).toHaveLength(2);
    expect(Math.abs((layout.arcs[0]?.height ?? 0) - (layout.arcs[1]?.height ?? 0))).toBeGreaterThanOrEqual(
      11,
    );
  });

  it('draws an empty unit as a bare line', () => {
    expect(storyLayout({ marks: [], arcs: [] }, '2026-06-01', 500)).toMatchObject({ marks: [], arcs: [] });
  });
});
