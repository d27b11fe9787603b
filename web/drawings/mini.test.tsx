import type { BriefStory } from '#core/judging/history';
import type { BriefRoof } from '#contracts/roofs';
import { attributes, paint, words } from '../testing/paint.tsx';
import { briefWords, MiniStory } from './MiniStory.tsx';
import { MiniRoof } from './MiniRoof.tsx';

const story = (given: Partial<BriefStory> = {}): BriefStory => ({
  failures: [],
  planned: [],
  arcs: [],
  added: [],
  open: [],
  ...given,
});

describe('two years in the height of a row', () => {
  it('are said in words to who does not see them, in numbers that agree', () => {
    expect(briefWords(story())).toBe('no call');
    expect(
      briefWords(
        story({
          failures: ['2026-01-02'],
          arcs: [{ from: '2025-01-02', to: '2026-01-02', kind: 'repeat' }],
          added: [{ on: '2026-01-02', pounds: 3.25 }],
          open: [
            { from: '2026-01-02', to: null, hazard: false },
            { from: '2025-01-02', to: '2025-02-02', hazard: true },
          ],
        }),
      ),
    ).toBe('1 call, 1 time back or again, 3.3 lb added, 1 thing left open');
  });

  it('keep their place while they are on their way, and draw nothing that is no number', () => {
    const empty = paint(<MiniStory story={undefined} />);
    const full = paint(<MiniStory story={story({ failures: ['2026-06-03', '1990-01-01'] })} />);
    expect(attributes(empty, 'width')).toEqual(attributes(full, 'width').slice(0, 1));
    expect(full).not.toMatch(/NaN|Infinity/);
  });

  it('a callback is dashed, a repeat is not; a hazard that is open stands over what else is', () => {
    const arc = (kind: 'repeat' | 'callback') =>
      paint(<MiniStory story={story({ arcs: [{ from: '2026-05-01', to: '2026-05-20', kind }] })} />);
    expect(arc('callback')).toContain('stroke-dasharray="3 2"');
    expect(arc('repeat')).not.toContain('stroke-dasharray');
    const both = paint(
      <MiniStory
        story={story({
          open: [
            { from: '2026-05-01', to: null, hazard: true },
            { from: '2026-05-01', to: null, hazard: false },
          ],
        })}
      />,
    );
    expect(both.lastIndexOf('var(--hazard)')).toBeGreaterThan(both.lastIndexOf('fill="var(--ink)"'));
  });

  it('say how much was added, near the edge on the side where there is room', () => {
    const late = paint(<MiniStory story={story({ added: [{ on: '2026-06-01', pounds: 2 }] })} />);
    const early = paint(<MiniStory story={story({ added: [{ on: '2024-08-01', pounds: 2 }] })} />);
    expect([words(late), words(early)]).toEqual(['2 lb', '2 lb']);
    expect(attributes(late, 'text-anchor')).toEqual(['end']);
    expect(attributes(early, 'text-anchor')).toEqual(['start']);
  });
});

const roof: BriefRoof = {
  id: 'r',
  siteId: 's',
  name: 'Main roof',
  plan: {
    northDeg: 0,
    outline: [
      { x: 0, y: 0, edge: 'parapet' },
      { x: 100, y: 0, edge: 'parapet' },
      { x: 100, y: 60, edge: 'parapet' },
      { x: 0, y: 60, edge: 'parapet' },
    ],
    items: Array.from({ length: 20 }, (_, i) => ({
      id: `i${i}`,
      kind: 'unit' as const,
      x: 10 + (i % 5) * 20,
      y: 8 + Math.floor(i / 5) * 14,
      w: 8,
      h: 5,
      turn: 0,
      unitId: `u${i}`,
    })),
  },
  units: Array.from({ length: 20 }, (_, i) => ({
    id: `u${i}`,
    tag: `RTU-${i}`,
    status: 'in service',
    flagKinds: i === 3 ? ['hazard'] : i === 4 ? ['repeat'] : [],
  })),
};

describe('a roof in small', () => {
  it('names the unit in question and whatever asks for a look, and fills the one in question', () => {
    const markup = paint(<MiniRoof roof={roof} marked={['u7']} />);
    const said = words(markup);
    for (const tag of ['RTU-7', 'RTU-3', 'RTU-4']) expect(said).toContain(tag);
    expect(said).not.toMatch(/RTU-1\b/);
    expect([...markup.matchAll(/fill="var\(--ink\)" stroke="var\(--ink\)"/g)]).toHaveLength(1);
    expect(markup).toContain('var(--hazard)');
  });

  it('its units can be chosen by key where somebody may choose, each by its name and state', () => {
    const markup = paint(<MiniRoof roof={roof} marked={['u7']} onChoose={() => undefined} />);
    expect(attributes(markup, 'role').filter((role) => role === 'button')).toHaveLength(20);
    expect(attributes(markup, 'aria-label')).toContain('Unit RTU-3, hazard');
    expect(attributes(markup, 'aria-pressed').filter((pressed) => pressed === 'true')).toHaveLength(1);
    expect(attributes(paint(<MiniRoof roof={roof} />), 'role')).toEqual(['img']);
  });

  it('an outline nobody has drawn is no mistake', () => {
    const bare = { ...roof, plan: { ...roof.plan, outline: [], items: [] }, units: [] };
    expect(paint(<MiniRoof roof={bare} />)).not.toMatch(/NaN|Infinity/);
  });
});
