import type { Point } from '../../network/geometry.ts';

/** The company's yard; crews without a start of their own begin there. */
export const YARD = { name: 'Yard at Tarhouse Lane', at: [0.9, 2.1] as Point } as const;

/** Crews, where each is usually sent, and who is in them. */
export const CREWS = [
  { name: 'North Bank', shift: [420, 960], members: ['Ada Quillfeather'] },
  { name: 'South Bank', shift: [420, 960], members: ['Bo Marchetwood'] },
  { name: 'Harbour', shift: [450, 990], members: ['Ines Calloway', 'Tobiah Renn'] },
  { name: 'Outer Towns', shift: [420, 990], members: ['Wilhelmina Straker'] },
  { name: 'Lantern Hill', shift: [420, 960], members: ['Jory Thackwell'] },
  { name: 'East Shore', shift: [420, 990], members: ['Odalys Verrin'] },
  { name: 'Heavy Plant', shift: [420, 960], members: ['Rufus Amberley', 'Petra Holloway'] },
] as const;
type CrewName = (typeof CREWS)[number]['name'];

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

/** What everybody on the roofs is licensed to: to open a refrigerant circuit. */
export const CERTIFIED = { name: 'refrigerant certificate', until: null } as const;
const skilled = (...more: readonly { name: string; until: string | null }[]) => [CERTIFIED, ...more];
/** Those who can more. */
export const SKILLS: Readonly<Record<string, readonly { name: string; until: string | null }[]>> = {
  'Ines Calloway': skilled({ name: 'boilers', until: null }),
  'Odalys Verrin': skilled({ name: 'gas fitter', until: '2031-03-31' }),
  'Rufus Amberley': skilled(
    { name: 'crane signals', until: '2030-09-30' },
    { name: 'hot work', until: null },
  ),
  'Petra Holloway': skilled({ name: 'hot work', until: null }, { name: 'water treatment', until: null }),
};
