import { rectangleRoof, ROOF_ITEM_KINDS, ROOF_ITEMS, type RoofItem, type RoofPlan } from '#core/places/roof';
import type { RoofUnit } from '#contracts/roofs';
import { attributes, paint, words } from '../testing/paint.tsx';
import { itemWords, RoofDrawing, sheetBox, unitState } from './RoofDrawing.tsx';

const item = (kind: RoofItem['kind'], more: Partial<RoofItem> = {}): RoofItem => ({
  id: `${kind} ${more.x ?? 10}`,
  kind,
  x: 10,
  y: 10,
  w: ROOF_ITEMS[kind].w,
  h: ROOF_ITEMS[kind].h,
  turn: 0,
  ...more,
});
const unit = (more: Partial<RoofUnit> = {}): RoofUnit => ({
  id: 'u1',
  tag: 'RTU-4',
  kind: 'package gas/electric',
  status: 'in service',
  areaServed: 'Projection booth',
  flagKinds: [],
  conditions: [],
  feed: null,
  ...more,
});
const left = (hazard: boolean) => ({ kind: hazard ? 'safety bypassed' : 'filters out', hazard, text: '' });
const roof = (items: readonly RoofItem[], more: Partial<RoofPlan> = {}): RoofPlan => ({
  ...rectangleRoof(80, 50),
  items,
  ...more,
});
const draw = (plan: RoofPlan, u = unit(), chosen?: string) =>
  paint(
    <RoofDrawing
      plan={plan}
      units={new Map([[u.id, u]])}
      chosen={chosen}
      handlers={{ onItemClick: () => undefined }}
    />,
  );

describe('the state of a unit on the roof', () => {
  it('is a hazard before out of use, out of use before left open, else nothing', () => {
    expect(unitState(undefined)).toEqual({ word: '', look: 'plain' });
    expect(unitState(unit())).toEqual({ word: '', look: 'plain' });
    expect(unitState(unit({ conditions: [left(false)] }))).toEqual({ word: 'filters out', look: 'left' });
    expect(unitState(unit({ status: 'standby', conditions: [left(false)] }))).toEqual({
      word: 'standby',
      look: 'idle',
    });
    expect(unitState(unit({ status: 'standby', conditions: [left(false), left(true)] }))).toEqual({
      word: 'safety bypassed',
      look: 'hazard',
    });
  });

  it('is told in words beside tag and area', () => {
    const onRoof = item('unit', { unitId: 'u1' });
    expect(itemWords(onRoof, unit({ conditions: [left(true)] }))).toBe(
      'Unit RTU-4, serves Projection booth, safety bypassed',
    );
    expect(itemWords(item('unit', { label: 'old RTU' }), undefined)).toBe('Unit old RTU');
    expect(itemWords(item('water tap', { psi: 45, note: 'behind the parapet' }), undefined)).toBe(
      'Water tap, 45 psi, behind the parapet',
    );
  });

  it('has an outline of its own: notched, broken or tied, not only a colour', () => {
    const outline = (u: RoofUnit) =>
      /<path d="([^"]+)"[^>]*stroke-width="[\d.]+" stroke-linejoin="round"( stroke-dasharray="[^"]+")?/.exec(
        draw(roof([item('unit', { unitId: 'u1' })]), u).split('data-item')[1] as string,
      );
    const [plain, hazard, idle] = [
      unit(),
      unit({ conditions: [left(true)] }),
      unit({ status: 'out of use' }),
    ].map(outline);
    expect(hazard?.[1]).not.toBe(plain?.[1]);
    expect(idle?.[2]).toContain('stroke-dasharray');
    expect(plain?.[2]).toBeUndefined();
  });
});

describe('a roof on screen', () => {
  it('everything on it is a button with its words; for reading alone it is a picture with titles', () => {
    const plan = roof(
      ROOF_ITEM_KINDS.map((kind, i) =>
        item(kind, { x: 5 + 7 * i, ...(kind === 'unit' ? { unitId: 'u1' } : {}) }),
      ),
    );
    const markup = draw(plan);
    expect(attributes(markup, 'role').filter((role) => role === 'button')).toHaveLength(
      ROOF_ITEM_KINDS.length,
    );
    const still = paint(<RoofDrawing plan={plan} units={new Map([['u1', unit()]])} />);
    expect(attributes(still, 'role')).toEqual(['group']);
    for (const kind of ROOF_ITEM_KINDS) expect(words(still)).toContain(ROOF_ITEMS[kind].word);
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
  });

  it('says where north is, and draws a scale that fits', () => {
    const markup = draw(roof([], { northDeg: 31.4 }));
    expect(attributes(markup, 'aria-label')).toContain('Roof plan, north 31° clockwise from the top');
    expect(markup).toContain('rotate(31.4)');
    const scale = (plan: RoofPlan) => Number(/(\d+) ft/.exec(words(draw(plan)))?.[1]);
    expect(scale(rectangleRoof(40, 30))).toBeLessThan(scale(rectangleRoof(600, 300)));
    expect(scale(rectangleRoof(600, 300))).toBeLessThan(300);
  });

  it('an open edge is broken and dark red, a parapet thick', () => {
    const [a, b, c, d] = rectangleRoof(40, 30).outline;
    const plan = {
      ...roof([]),
      outline: [{ ...a, edge: 'open edge' }, { ...b, edge: 'parapet' }, { ...c, edge: 'wall' }, d],
    } as RoofPlan;
    const sides = [...draw(plan).matchAll(/<line [^>]*>/g)].map(([side]) => side);
    expect(sides[0]).toMatch(/stroke="var\(--ember\)".*stroke-dasharray/);
    expect(sides[1]).toMatch(/stroke-width="0\.9"/);
    expect(sides[1]).not.toContain('dasharray');
  });

  it('the underlay lies beneath everything, as large as it is said to be', () => {
    const markup = draw(
      roof([item('hatch')], { underlay: { photoId: 'p1', x: -3, y: 2, widthFt: 120, opacity: 0.4 } }),
    );
    expect(markup).toMatch(/<image href="\/api\/photos\/p1\/image"[^>]*width="120"/);
    expect(markup.indexOf('<image')).toBeLessThan(markup.indexOf('<polygon'));
    expect(
      sheetBox(roof([], { underlay: { photoId: 'p1', x: -30, y: 2, widthFt: 200, opacity: 1 } })).left,
    ).toBeLessThan(-30);
  });

  it('small things of which there are many are named when they are chosen', () => {
    const plan = roof([item('drain', { id: 'd1' })]);
    expect(words(draw(plan))).not.toContain('Roof drain');
    expect(words(draw(plan, unit(), 'd1'))).toContain('Roof drain');
  });

  it('a roof without an outline still has a sheet to draw on', () => {
    const box = sheetBox({ outline: [], northDeg: 0, items: [] });
    expect(box.right - box.left).toBeGreaterThan(40);
  });
});
