import type { Point } from '../../network/geometry.ts';

const YARD = [0.9, 2.1] as const;

/** Crews, where each is usually sent, and who is in them. */
export const CREWS = [
  { name: 'North Bank', yard: YARD, shift: [420, 960], members: ['Ada Quillfeather'] },
  { name: 'South Bank', yard: YARD, shift: [420, 960], members: ['Bo Marchetwood'] },
  { name: 'Harbour', yard: YARD, shift: [450, 990], members: ['Ines Calloway', 'Tobiah Renn'] },
  { name: 'Outer Towns', yard: YARD, shift: [420, 990], members: ['Wilhelmina Straker'] },
  { name: 'Lantern Hill', yard: YARD, shift: [420, 960], members: ['Jory Thackwell'] },
  { name: 'East Shore', yard: YARD, shift: [420, 990], members: ['Odalys Verrin'] },
  { name: 'Heavy Plant', yard: YARD, shift: [420, 960], members: ['Rufus Amberley', 'Petra Holloway'] },
] as const;
export type CrewName = (typeof CREWS)[number]['name'];

/** Two people are sent where things are heavy or the roof asks for a second one. */
const HEAVY: readonly string[] = [
  'Glasshouses',
  'Dome House',
  'Exhibit Hall',
  'Customs Shed',
  'Label Works',
  'Cutting Rooms',
  'North Garage',
];

/** The crew that usually looks after a site, by where it lies. */
export function crewFor(site: string, [east, north]: Point): CrewName {
  if (HEAVY.includes(site)) return 'Heavy Plant';
  if (Math.hypot(east, north) > 8) return east > 5 ? 'East Shore' : 'Outer Towns';
  if (east > 0.8) return north > 3.4 ? 'Lantern Hill' : 'Harbour';
  return north > 0.8 ? 'North Bank' : 'South Bank';
}

export const DESK = [
  { login: 'maren', name: 'Maren Oldcastle', role: 'manager' },
  { login: 'desmond', name: 'Desmond Pyke', role: 'dispatcher' },
] as const;
