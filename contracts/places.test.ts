import { CONDITION_KIND_NAMES, CONDITION_KINDS, UNIT_KINDS } from '#core/base/vocabulary';
import { HOW_NAMES, LINK_KINDS, POINT_KINDS } from '#core/places/tracing';
import { ROOF_ITEM_KINDS } from '#core/places/roof';
import type { z } from 'zod';
import { instant, plainDate, version } from './common.ts';
import { newModelNote } from './notes.ts';
import { MOST_PHOTO_BYTES, newPhoto, photoPatch } from './photos.ts';
import { newRoof, roofPatch } from './roofs.ts';
import { newSite, openingHours, sitePatch } from './sites.ts';
import { newLink, newPoint, pointPatch } from './tracing.ts';
import { machineDetails, machinePatch, newUnit, sisterAsk } from './units.ts';
import { newEntry } from './visits.ts';

const ID = '0198a1b2-0000-7000-8000-000000000001';
const OTHER = '0198a1b2-0000-7000-8000-000000000002';
/** Paths that are refused, in order. */
const wrong = (schema: z.ZodType, value: unknown): string[] =>
  schema.safeParse(value).error?.issues.map((issue) => issue.path.join('.')) ?? [];

describe('days, times, versions', () => {
  it('a slip in the year is told from a day that somebody may mean', () => {
    for (const day of ['1900-01-01', '2026-02-28', '2028-02-29', '2199-12-31'])
      expect([day, wrong(plainDate, day)]).toEqual([day, []]);
    for (const day of ['0026-06-01', '1899-12-31', '2200-01-01', '2026-02-30', '2026-2-3', 'today', ''])
      expect([day, wrong(plainDate, day).length > 0]).toEqual([day, true]);
    expect(wrong(instant, '2026-06-01T10:00:00Z')).toEqual([]);
    expect(wrong(instant, '2026-06-01T10:00:00-04:00')).toEqual([]);
    for (const at of ['0001-01-01T00:00:00Z', '2026-06-01T10:00:00', '2026-06-01', 'now'])
      expect([at, wrong(instant, at).length > 0]).toEqual([at, true]);
  });

  it('a version is a number the database can count', () => {
    expect([1, 2 ** 31 - 1].map((n) => wrong(version, n))).toEqual([[], []]);
    for (const n of [0, -1, 1.5, 2 ** 31, '1']) expect([n, wrong(version, n)]).toEqual([n, ['']]);
  });
});

describe('a roof', () => {
  const corner = (x: number, y: number) => ({ x, y, edge: 'parapet' });
  const item = { id: ID, kind: 'unit', x: 5, y: 5, w: 8, h: 5, turn: 0, unitId: OTHER };
  const plan = { outline: [corner(0, 0), corner(40, 0), corner(40, 30)], northDeg: 0, items: [item] };
  const roof = { id: ID, siteId: ID, name: 'Main roof', plan };
  const with_ = (patch: object) => wrong(newRoof, { ...roof, plan: { ...plan, ...patch } });

  it('takes everything that is drawn on one, with an underlay', () => {
    expect(wrong(newRoof, roof)).toEqual([]);
    expect(with_({ items: ROOF_ITEM_KINDS.map((kind) => ({ ...item, kind, unitId: undefined })) })).toEqual(
      [],
    );
    expect(with_({ underlay: { photoId: ID, x: 0, y: 0, widthFt: 120, opacity: 0.5 } })).toEqual([]);
  });

  it.each([
    [{ northDeg: 361 }, 'plan.northDeg'],
    [{ items: [{ ...item, kind: 'helipad' }] }, 'plan.items.0.kind'],
    [{ items: [{ ...item, w: 0 }] }, 'plan.items.0.w'],
    [{ items: [{ ...item, kind: 'water tap', psi: -1 }] }, 'plan.items.0.psi'],
    [{ items: [{ ...item, x: 9000 }] }, 'plan.items.0.x'],
    [{ outline: [corner(0, Number.NaN)] }, 'plan.outline.0.y'],
    [{ outline: [{ x: 0, y: 0, edge: 'hedge' }] }, 'plan.outline.0.edge'],
    [{ underlay: { photoId: ID, x: 0, y: 0, widthFt: 0, opacity: 1 } }, 'plan.underlay.widthFt'],
    [{ underlay: { photoId: ID, x: 0, y: 0, widthFt: 50, opacity: 2 } }, 'plan.underlay.opacity'],
  ])('refuses %j', (patch, path) => {
    expect(with_(patch)).toEqual([path]);
  });

  it('is changed from a version on', () => {
    expect(wrong(roofPatch, { version: 3, name: 'North wing' })).toEqual([]);
    expect(wrong(roofPatch, { name: 'North wing' })).toEqual(['version']);
    expect(wrong(newRoof, { ...roof, name: '  ' })).toEqual(['name']);
  });
});

describe('feeds and controls', () => {
  const point = { id: ID, siteId: ID, kind: 'panel', name: 'MZ-2' };
  const link = { id: ID, siteId: ID, kind: 'feeds', from: ID, to: OTHER, how: 'traced', on: '2026-06-01' };

  it('everything that is traced can be written down; a unit comes from its own record', () => {
    for (const kind of Object.keys(POINT_KINDS))
      expect([kind, wrong(newPoint, { ...point, kind })]).toEqual([kind, kind === 'unit' ? ['kind'] : []]);
    for (const kind of Object.keys(LINK_KINDS)) expect(wrong(newLink, { ...link, kind })).toEqual([]);
    for (const how of HOW_NAMES) expect(wrong(newLink, { ...link, how })).toEqual([]);
  });

  it.each([
    [{ volts: 0 }, 'volts'],
    [{ phase: 2 }, 'phase'],
    [{ ratingA: 20_000 }, 'ratingA'],
    [{ spaces: 42.5 }, 'spaces'],
    [{ spaces: 300 }, 'spaces'],
  ])('a point with %j is refused', (patch, path) => {
    expect(wrong(newPoint, { ...point, ...patch })).toEqual([path]);
    expect(wrong(pointPatch, { version: 1, ...patch })).toEqual([path]);
  });

  it.each([
    [{ poles: [8, 10, 8] }, 'poles'],
    [{ poles: [0] }, 'poles.0'],
    [{ poles: [1, 3, 5, 7, 9, 11, 13] }, 'poles'],
    [{ breakerA: -30 }, 'breakerA'],
    [{ how: 'dreamt' }, 'how'],
    [{ on: 'yesterday' }, 'on'],
  ])('a fact with %j is refused', (patch, path) => {
    expect([...new Set(wrong(newLink, { ...link, ...patch }))]).toEqual([path]);
  });
});

describe('a photograph', () => {
  const photo = {
    id: ID,
    unitId: OTHER,
    purpose: 'nameplate',
    takenAt: '2026-06-01T10:00:00Z',
    content: 'AAAA',
  };

  it('belongs to one unit, one site or one note', () => {
    expect(wrong(newPhoto, photo)).toEqual([]);
    expect(wrong(newPhoto, { ...photo, unitId: undefined })).toEqual(['']);
    expect(wrong(newPhoto, { ...photo, siteId: ID })).toEqual(['']);
  });

  it('has something in it and is no larger than may be', () => {
    expect(wrong(newPhoto, { ...photo, content: '' })).toEqual(['content']);
    expect(wrong(newPhoto, { ...photo, content: 'A'.repeat(MOST_PHOTO_BYTES * 1.4) })).toEqual(['content']);
  });

  it('is turned by quarters and marked within its frame', () => {
    expect(wrong(photoPatch, { turn: 270, marks: [{ x: 0, y: 1, text: 'hidden screw' }] })).toEqual([]);
    expect(wrong(photoPatch, { turn: 45 })).toEqual(['turn']);
    expect(wrong(photoPatch, { marks: [{ x: 1.2, y: 0, text: 'x' }] })).toEqual(['marks.0.x']);
    expect(wrong(photoPatch, { marks: [{ x: 0, y: 0, text: ' ' }] })).toEqual(['marks.0.text']);
  });

  it('a note on a model line says how it comes apart', () => {
    expect(wrong(newModelNote, { id: ID, unitId: ID, title: 'Lid', text: 'two screws' })).toEqual([]);
    expect(wrong(newModelNote, { id: ID, unitId: ID, title: '', text: '' })).toEqual(['title', 'text']);
  });
});

describe('the record of a machine', () => {
  it('takes every kind of unit, and what is left out is not known', () => {
    for (const kind of UNIT_KINDS)
      expect(wrong(newUnit, { id: ID, siteId: ID, tag: 'RTU-1', kind })).toEqual([]);
    expect(wrong(machineDetails, {})).toEqual([]);
    expect(wrong(machineDetails, { electrical: {}, heat: {}, blower: {}, charging: {} })).toEqual([]);
  });

  it.each([
    [{ electrical: { mcaA: 0 } }, 'electrical.mcaA'],
    [{ heat: { riseMinF: 60, riseMaxF: 40 } }, 'heat.riseMaxF'],
    [{ heat: { stagesBtuh: [80_000, -1] } }, 'heat.stagesBtuh.1'],
    [{ heat: { fuel: 'peat' } }, 'heat.fuel'],
    [{ blower: { belts: [{ size: '', count: 1 }] } }, 'blower.belts.0.size'],
    [{ filters: [{ size: '20×25×2', count: 0 }] }, 'filters.0.count'],
    [{ charging: { method: 'by feel' } }, 'charging.method'],
  ])('refuses %j', (details, path) => {
    expect(wrong(machineDetails, details)).toEqual([path]);
  });

  it('a circuit stands there once, with stages that exist', () => {
    const circuit = (number: number, more: object = {}) => ({
      number,
      refrigerant: 'R-22',
      chargeLb: null,
      metering: null,
      compressors: [],
      ...more,
    });
    const send = (circuits: object[]) => wrong(machinePatch, { version: 1, circuits });
    expect(send([circuit(1), circuit(2, { compressors: [{ stage: 2, rlaA: 18 }] })])).toEqual([]);
    expect(send([circuit(1), circuit(1)])).toEqual(['circuits']);
    expect(send([circuit(9)])).toEqual(['circuits.0.number']);
    expect(send([circuit(1, { chargeLb: 0 })])).toEqual(['circuits.0.chargeLb']);
    expect(send([circuit(1, { compressors: [{ stage: 0 }] })])).toEqual(['circuits.0.compressors.0.stage']);
  });

  it('a sister is asked for with or without a card', () => {
    expect([wrong(sisterAsk, {}), wrong(sisterAsk, { card: 'charge' })]).toEqual([[], []]);
  });
});

describe('a site', () => {
  it('opening hours close after they open, at times of day', () => {
    expect(
      wrong(openingHours, {
        1: [
          ['08:00', '12:00'],
          ['13:00', '17:30'],
        ],
        7: [],
      }),
    ).toEqual([]);
    expect(wrong(openingHours, { 1: [['17:00', '08:00']] })).toEqual(['1.0']);
    expect(wrong(openingHours, { 1: [['8 am', '17:00']] })).toEqual(['1.0.0']);
    expect(wrong(openingHours, { 8: [] }).length).toBeGreaterThan(0);
  });

  it('lies on the earth, with hazards that are known', () => {
    const site = { id: ID, customerId: ID, name: 'Annex' };
    expect(wrong(newSite, { ...site, lat: 41, lon: -70, hazards: ['ladder only'] })).toEqual([]);
    expect(wrong(newSite, { ...site, lat: 91, lon: -181 })).toEqual(['lat', 'lon']);
    expect(wrong(sitePatch, { version: 1, hazards: ['dragons'] })).toEqual(['hazards.0']);
  });
});

describe('something left not normal', () => {
  const left = (body: object) =>
    wrong(newEntry, {
      id: ID,
      visitId: ID,
      unitId: ID,
      occurredAt: '2026-06-01T12:00:00Z',
      kind: 'condition left',
      body: { text: '', ...body },
    });

  it.each(CONDITION_KIND_NAMES)('%s: where somebody can be hurt, it names who was told', (condition) => {
    expect(left({ condition })).toEqual(CONDITION_KINDS[condition].hazard ? ['body.told'] : []);
    expect(
      left({ condition, told: 'the foreman, in writing', changedFrom: 'closed', changedTo: 'jumper' }),
    ).toEqual([]);
  });
});
