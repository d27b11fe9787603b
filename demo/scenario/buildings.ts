import { ROOF_ITEMS, type Corner, type RoofItem, type RoofItemKind, type RoofPlan } from '#core/places/roof';
import { addDays } from '#core/base/time';
import { oneOf, wholeBetween, type Random } from '#core/base/random';
import type { How, LinkKind, PointKind } from '#core/places/tracing';
import type { SiteHazard } from '#core/base/vocabulary';
import type { DemoSite, DemoUnit } from './fleet.ts';
import type { Writer } from './writer.ts';

/** Sites whose roofs are drawn in full, with the shape of each. */
export const DRAWN: Readonly<Record<string, 'long' | 'L' | 'notched'>> = {
  'Throwing Rooms': 'L',
  'Main Depot': 'long',
  'Harbour Interchange': 'long',
  'Market Branch': 'notched',
  'Lantern Hill Branch': 'L',
  'Six-Screen House': 'notched',
  'Ropewalk Laundry': 'L',
  'Saltings Laundry': 'long',
  'Press Hall': 'notched',
  'Paper Store': 'long',
  'Lantern Hill School': 'L',
  'Records Annex': 'notched',
};

const HAZARDS: Readonly<Record<string, readonly SiteHazard[]>> = {
  'Ember & Kiln Studios': ['heat under foot', 'combustion fumes'],
  'Wrenfall Transit': ['traffic or machines below', 'open edge'],
  'Saltglass Credit Union': ['hatch above a hallway'],
  'Marquee & Moon Cinema': ['ladder only', 'open edge', '460 V and above'],
  'Bluebell Laundries': ['slippery or soft membrane', 'water on the floor'],
  'Quillmark Print Works': ['dust or solvents', 'skylights', '460 V and above'],
  'Wrenfall Schools Trust': ['hatch above a hallway', 'skylights'],
  'Wrenfall Records Annex': ['ceiling space', 'work alone'],
  'Paddock Lane Veterinary Clinics': ['ladder only'],
  'Tidewatch Planetarium': ['hatch above a hallway', 'open edge'],
  'Wrenfall Port Offices': ['open edge', 'traffic or machines below'],
  'Brass Wheel Roller Rinks': ['ladder only', 'slippery or soft membrane'],
  'Keyholt Self-Storage': ['work alone', 'ladder only'],
  'Thistlewick Garden Centres': ['skylights', 'heat under foot'],
  'Corder & Vane Upholstery': ['dust or solvents', 'hatch above a hallway'],
};

const WAYS_UP = [
  'hatch in the plant room, fixed ladder',
  'own ladder, north wall, tie it',
  'roof hatch above the stair, padlocked',
  'outside stair, gate code with the office',
] as const;

/** Buildings: how to get in and up, roofs drawn in full, feeds, thermostats and areas. */
export function writeBuildings(writer: Writer, sites: readonly DemoSite[], random: Random): void {
  for (const site of sites) {
    const record = writer.rows.sites.find((s) => s.id === site.id);
    Object.assign(record as object, {
      hazards: HAZARDS[site.customer] ?? [],
      way_up: oneOf(random, WAYS_UP),
      key_at: oneOf(random, ['front office', 'key box by the meter', 'with the caretaker']),
      parking: oneOf(random, ['yard', 'street, one hour', 'loading bay before nine']),
      permit: site.customer === 'Quillmark Print Works' ? 'roof permit from the shift foreman' : null,
    });
    const shape = DRAWN[site.name];
    if (!shape) {
      if (site.units.some((u) => u.kind === 'water-source heat pump'))
        loopOf(writer, site, wire(writer, site, random).link);
      continue;
    }
    const net = wire(writer, site, random);
    const standing = site.units.filter(
      (u) =>
        u.kind !== 'boiler' &&
        u.kind !== 'unit heater' &&
        u.kind !== 'water-source heat pump' &&
        u.kind !== 'split with air handler',
    );
    const plan = drawRoof(writer, shape, standing, net.panels[0] as string, random);
    writer.add('roofs', { site_id: site.id, name: 'Main roof', plan });
  }
  contradict(writer, sites);
}

/** Widths and depths that hold rows of units with room to walk. */
function outlineOf(shape: 'long' | 'L' | 'notched', units: number): Corner[] {
  const w = Math.max(70, 30 + units * 13);
  const d = shape === 'long' ? 50 : 74;
  const at = (x: number, y: number, edge: Corner['edge'] = 'parapet'): Corner => ({ x, y, edge });
  if (shape === 'long') return [at(0, 0), at(w, 0, 'open edge'), at(w, d), at(0, d, 'wall')];
  if (shape === 'L')
    return [at(0, 0), at(w, 0), at(w, 42, 'open edge'), at(w * 0.55, 42), at(w * 0.55, d), at(0, d, 'wall')];
  return [
    at(0, 0),
    at(w * 0.4, 0),
    at(w * 0.4, 8),
    at(w * 0.6, 8),
    at(w * 0.6, 0),
    at(w, 0, 'open edge'),
    at(w, d - 24),
    at(0, d - 24),
  ];
}

function drawRoof(
  writer: Writer,
  shape: 'long' | 'L' | 'notched',
  units: readonly DemoUnit[],
  panelId: string,
  random: Random,
): RoofPlan {
  const outline = outlineOf(shape, units.length);
  const width = Math.max(...outline.map((p) => p.x));
  const items: RoofItem[] = [];
  const put = (kind: RoofItemKind, x: number, y: number, more: Partial<RoofItem> = {}) => {
    const { w, h } = ROOF_ITEMS[kind];
    items.push({ id: writer.id(), kind, x, y, w, h, turn: 0, ...more });
  };
  units.forEach((unit, i) => {
    const tons = (unit.record.tons as number | null) ?? 4;
    const size = unit.kind === 'exhaust fan' ? { w: 4, h: 4 } : { w: 6 + tons * 0.45, h: 4.5 + tons * 0.2 };
    const columns = Math.ceil(units.length / 2);
    const step = (width - 24) / Math.max(1, columns);
    put(
      'unit',
      16 + step * (i % columns) + (shape === 'notched' && i < columns && i > 0 ? 1 : 0),
      i < columns ? 15 : 31,
      { unitId: unit.id, label: unit.tag, ...size, turn: i % 5 === 4 ? 90 : 0 },
    );
    if (i % 3 === 0 && unit.kind !== 'exhaust fan')
      put('disconnect', 16 + step * (i % columns) + size.w / 2 + 2.4, i < columns ? 15 : 31);
  });
  put('hatch', 5, 6, { note: 'Padlock, key with the office' });
  put('ladder point', 5, 24, { label: 'Ladder' });
  put('gas cock', 4, 36, { label: 'Gas cock' });
  put('water tap', width * 0.3, 38, { psi: wholeBetween(random, 38, 62), note: 'Shut off below in winter' });
  put('panel', 8, 40, { label: 'Panel', pointId: panelId });
  // Between the columns, where nothing is written under a unit.
  const gap = (width - 24) / Math.max(1, Math.ceil(units.length / 2));
  if (shape !== 'long') put('skylight', 16 + gap * 0.55, 23);
  put('skylight', 16 + gap * 1.55, 23);
  put('drain', width * 0.5, 39);
  put('tie-off', width - 6, 20);
  return { outline, northDeg: wholeBetween(random, 0, 7) * 10, items };
}

/** Service, panels, breakers, thermostats and areas of one site, each fact with who, how and when. */
type Link = (kind: LinkKind, from: string, to: string, how: How, more?: object) => unknown;

function wire(writer: Writer, site: DemoSite, random: Random): { panels: string[]; link: Link } {
  const { rows } = writer;
  const volts = Math.max(...site.units.map((u) => u.volts));
  const point = (kind: PointKind, name: string, more: object = {}) =>
    writer.add('site_points', { site_id: site.id, kind, name, version: 1, ...more }).id;
  const link = (kind: LinkKind, from: string, to: string, how: How, more: object = {}) =>
    writer.add('site_links', {
      site_id: site.id,
      kind,
      from_id: from,
      to_id: to,
      how,
      poles: [],
      established_on: addDays(rows.today, -wholeBetween(random, 20, 900)),
      established_by: oneOf(random, site.crew.authors),
      ...more,
    });
  for (const unit of site.units)
    rows.site_points.push({
      id: unit.id,
      site_id: site.id,
      kind: 'unit',
      name: unit.tag,
      unit_id: unit.id,
      version: 1,
    });
  const service = point('service', 'Service', { volts, phase: 3, place: 'meter room' });
  const cinema = site.name === 'Six-Screen House';
  const main = point('panel', cinema ? 'MZ-1' : 'MDP', {
    place: cinema ? 'mezzanine store' : 'meter room',
    volts,
    phase: 3,
    spaces: 42,
    rating_a: 400,
  });
  link('feeds', service, main, 'traced');
  const sub = point('panel', cinema ? 'MZ-2' : 'RP-1', {
    place: cinema ? 'projection corridor' : 'below the hatch',
    volts,
    phase: 3,
    spaces: 42,
    rating_a: 225,
  });
  link('feeds', main, sub, 'traced', { poles: [1, 3, 5], breaker_a: 225 });
  // Small machines hang on a panel of their own behind a transformer.
  const low =
    volts === 460
      ? point('panel', 'LP-1', {
          place: 'beside the transformer',
          volts: 208,
          phase: 3,
          spaces: 42,
          rating_a: 150,
        })
      : sub;
  if (low !== sub) link('feeds', main, low, 'read from a drawing', { poles: [7, 9, 11], breaker_a: 150 });
  const next = new Map<string, number>();
  site.units.forEach((unit, i) => {
    const panel = unit.volts === 460 ? sub : low;
    const start = next.get(panel) ?? 2;
    next.set(panel, start + 6 > 40 && start % 2 === 0 ? 7 : start + 6);
    // Of the last unit nobody knows the feed, of a few only what a label says.
    if (i === site.units.length - 1 && site.units.length > 3) return;
    const mocp = (unit.record.details as { electrical?: { mocpA: number } }).electrical?.mocpA;
    const how: How = i % 4 === 3 ? 'read from a label' : i % 4 === 2 ? 'tested by switching off' : 'traced';
    const breaker = { poles: [start, start + 2, start + 4], breaker_a: mocp ?? null };
    if (i % 3 === 0) {
      const disconnect = point('disconnect', `DS ${unit.tag}`, {
        place: 'at the unit',
        rating_a: mocp ? Math.max(30, mocp) : null,
      });
      link('feeds', panel, disconnect, how, breaker);
      link('feeds', disconnect, unit.id, 'traced');
    } else link('feeds', panel, unit.id, how, breaker);
  });
  const zoned =
    site.name === 'Lantern Hill School'
      ? point('zone panel', 'ZP-1', { place: 'staff room cupboard' })
      : undefined;
  site.units.forEach((unit, i) => {
    if (unit.kind === 'exhaust fan') return;
    const area = point('area', unit.area);
    link(
      'serves',
      unit.id,
      area,
      oneOf(random, ['felt at the outlet', 'tested by calling for cooling', 'told'] as const),
    );
    if (zoned && i < 3) {
      const damper = point('damper', `D-${i + 1}`, { place: `above ${unit.area.toLowerCase()}` });
      link('controls', zoned, damper, 'traced');
      link('serves', damper, area, 'felt at the outlet');
      if (i === 0) link('controls', zoned, unit.id, 'lifted a common');
      return;
    }
    if (i % 7 === 6) return;
    const thermostat = point(
      i % 5 === 4 ? 'controller point' : 'thermostat',
      i % 5 === 4 ? `AV-${100 + i} ${unit.area}` : `T-${i + 1} ${unit.area}`,
      { place: unit.area },
    );
    link(
      'controls',
      thermostat,
      unit.id,
      oneOf(random, [
        'tested by calling for cooling',
        'lifted a common',
        'read from automation',
        'told',
        'guessed',
      ] as const),
    );
  });
  return { panels: [sub, main], link };
}

/**
 * The water side of a site of water-source machines: tower and boiler hold the loop, the loop goes round
 * through every machine.
 */
function loopOf(writer: Writer, site: DemoSite, link: Link): void {
  const point = (kind: PointKind, name: string, place: string) =>
    writer.add('site_points', { site_id: site.id, kind, name, place, version: 1 }).id;
  const loop = point('loop', 'Loop', 'pumps in the cellar, two, one runs');
  link('circulates', point('tower', 'Tower', 'yard, behind the sports hall'), loop, 'traced');
  link('circulates', point('boiler plant', 'Loop boiler', 'cellar'), loop, 'traced');
  for (const unit of site.units)
    if (unit.kind === 'water-source heat pump') link('circulates', loop, unit.id, 'read from a drawing');
}

/** Facts that cannot both be right, as they stand in every building. */
function contradict(writer: Writer, sites: readonly DemoSite[]): void {
  const cinema = sites.find((s) => s.name === 'Six-Screen House') as DemoSite;
  const [first, , third] = cinema.units;
  const own = writer.rows.site_links.find((l) => l.kind === 'feeds' && l.to_id === third?.id);
  const elsewhere = cinema.units.find(
    (u) =>
      u.volts === third?.volts &&
      u !== third &&
      u !== first &&
      writer.rows.site_links.some((l) => l.to_id === u.id && l.from_id === own?.from_id),
  );
  const label = writer.rows.site_links.find((l) => l.kind === 'feeds' && l.to_id === elsewhere?.id);
  if (own && label)
    Object.assign(label, { poles: own.poles, how: 'read from a label', note: 'Label half gone' });
  const annex = sites.find((s) => s.name === 'Records Annex') as DemoSite;
  writer.add('site_points', { site_id: annex.id, kind: 'area', name: 'Microfilm store', version: 1 });
}

/** How two model lines come apart, and a few photographs of plates. */
export function writeNotes(writer: Writer, sites: readonly DemoSite[]): void {
  const units = sites.flatMap((s) => s.units.map((u) => ({ unit: u, by: s.crew.authors[0] as string })));
  const note = (
    manufacturer: string,
    line: string,
    title: string,
    text: string,
    marks: readonly { x: number; y: number; text: string }[],
    lines: readonly string[],
  ) => {
    const by = units.find(({ unit }) => unit.record.manufacturer === manufacturer)?.by;
    if (!by) return;
    const at = writer.at(addDays(writer.rows.today, -210), 900);
    const { id } = writer.add('model_notes', {
      manufacturer,
      line,
      title,
      text,
      recorded_by: by,
      recorded_at: at,
    });
    writer.rows.photos.push({
      id: writer.id(),
      modelNoteId: id,
      purpose: 'mark',
      caption: title,
      lines,
      marks,
      takenAt: at,
      by,
    });
  };
  note(
    'Norvane',
    'NVG',
    'Burner rack out',
    'Gas off and proved. Two screws hide behind the flame sensor bracket; the rack then slides to ' +
      'the left. Photograph the crossover order: the short burner goes second.',
    [
      { x: 0.24, y: 0.62, text: 'First hidden screw, behind the sensor bracket' },
      { x: 0.71, y: 0.62, text: 'Second hidden screw' },
    ],
    ['BURNER RACK', 'sensor side          igniter side'],
  );
  note(
    'Brindlecombe',
    'UH-T',
    'Drum exchanger',
    'Comes out to the left only, after the flue elbow. Two people. The gasket tears: have a new one ' +
      'before you start.',
    [{ x: 0.4, y: 0.5, text: 'Flue elbow first' }],
    ['DRUM', 'flue elbow'],
  );
  units
    .filter(({ unit }) => unit.record.serial && (unit.record.details as object | undefined))
    .filter((_, i) => i % 8 === 0)
    .forEach(({ unit, by }) => {
      const d = unit.record.details as { electrical?: { mcaA: number; mocpA: number } };
      writer.rows.photos.push({
        id: writer.id(),
        unitId: unit.id,
        purpose: 'nameplate',
        caption: `Plate of ${unit.tag}`,
        lines: [
          String(unit.record.manufacturer).toUpperCase(),
          `MODEL ${unit.record.model}`,
          `SERIAL ${unit.record.serial}`,
          `${unit.volts} V  3 PH  60 HZ`,
          ...(d.electrical ? [`MCA ${d.electrical.mcaA} A   MOCP ${d.electrical.mocpA} A`] : []),
        ],
        marks: [],
        takenAt: writer.at(addDays(writer.rows.today, -120), 800),
        by,
      });
    });
}
