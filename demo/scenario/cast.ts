import type { Point } from '../network/geometry.ts';
import type { OpeningHours } from '#contracts/sites';
import type { UnitKind } from '#core/vocabulary';

/* Who plays in the demo. Every person, company, maker and place is invented. */

export const CREWS = [
  { name: 'North Bank', yard: [0.9, 2.1], shift: [420, 960], members: ['Ada Quillfeather'] },
  { name: 'South Bank', yard: [0.9, 2.1], shift: [420, 960], members: ['Bo Marchetwood'] },
  { name: 'Harbour', yard: [0.9, 2.1], shift: [450, 990], members: ['Ines Calloway', 'Tobiah Renn'] },
  { name: 'Outer Towns', yard: [0.9, 2.1], shift: [420, 990], members: ['Wilhelmina Straker'] },
] as const;

export const DESK = [
  { login: 'maren', name: 'Maren Oldcastle', role: 'manager' },
  { login: 'desmond', name: 'Desmond Pyke', role: 'dispatcher' },
] as const;

const week = (open: string, close: string, saturday?: [string, string]): OpeningHours => ({
  '1': [[open, close]],
  '2': [[open, close]],
  '3': [[open, close]],
  '4': [[open, close]],
  '5': [[open, close]],
  ...(saturday ? { '6': [saturday] } : {}),
});

export interface SiteCast {
  readonly name: string;
  readonly street: string;
  readonly at: Point;
  readonly units: readonly (readonly [kind: UnitKind, prefix: string, areas: readonly string[]])[];
}

export interface CustomerCast {
  readonly name: string;
  readonly phone: string;
  readonly hours: OpeningHours | null;
  readonly access: string;
  readonly sites: readonly SiteCast[];
}

const GE = 'package gas/electric' as const;
const HP = 'package heat pump' as const;
const CO = 'package cooling only' as const;

export const CUSTOMERS: readonly CustomerCast[] = [
  {
    name: 'Ember & Kiln Studios',
    phone: '555-0110',
    hours: week('08:00', '18:00'),
    access: 'Key with the glaze technician. Ladder on the north wall. Kilns make the roof hot underfoot.',
    sites: [
      {
        name: 'Throwing Rooms',
        street: '4 Coppergate',
        at: [-2.3, 3.4],
        units: [
          [HP, 'HP', ['Wheel hall', 'Glaze room', 'Drying room', 'Office']],
          ['exhaust fan', 'EF', ['Kiln hood']],
        ],
      },
      {
        name: 'Firing Works',
        street: '19 Ashlar Row',
        at: [-3.3, 2.7],
        units: [
          [HP, 'HP', ['Loading bay', 'Workshop', 'Shop']],
          ['exhaust fan', 'EF', ['Kiln hall', 'Spray booth']],
        ],
      },
      { name: 'Gullhaven Gallery', street: '2 Pier Steps', at: [13.6, 5.4], units: [[HP, 'HP', ['Gallery', 'Store', 'Studio']]] },
    ],
  },
  {
    name: 'Wrenfall Transit',
    phone: '555-0121',
    hours: week('05:30', '22:00', ['07:00', '14:00']),
    access: 'Sign in at the gate office. High-visibility vest. Buses reverse without looking.',
    sites: [
      {
        name: 'Main Depot',
        street: '60 Tannery Lane',
        at: [-4.5, -1.4],
        units: [
          ['unit heater', 'UH', ['Bay 1', 'Bay 2', 'Bay 3', 'Bay 4', 'Bay 5', 'Bay 6', 'Wash lane']],
          ['make-up air', 'MAU', ['Paint shop']],
          [GE, 'RTU', ['Canteen', 'Control room', 'Offices']],
        ],
      },
      {
        name: 'Harbour Interchange',
        street: '1 Quay Square',
        at: [1.6, 1.5],
        units: [[GE, 'RTU', ['Waiting hall', 'Ticket office', 'Crew room', 'Kiosk row']]],
      },
    ],
  },
  {
    name: 'Saltglass Credit Union',
    phone: '555-0132',
    hours: week('09:00', '17:00'),
    access: 'Branch manager opens. No tools in the lobby before closing; roof hatch above the copy room.',
    sites: [
      { name: 'Market Branch', street: '11 Market Row', at: [0.2, 1.9], units: [[GE, 'RTU', ['Lobby', 'Vault corridor', 'Offices']]] },
      { name: 'Lantern Hill Branch', street: '7 Beacon Street', at: [2.7, 4.3], units: [[GE, 'RTU', ['Lobby', 'Offices', 'Training room']]] },
      { name: 'Southbank Branch', street: '30 Mole End', at: [-1.1, -2.1], units: [[GE, 'RTU', ['Lobby', 'Offices']]] },
      { name: 'Saltings Branch', street: '5 Samphire Way', at: [4.1, -3.3], units: [[CO, 'RTU', ['Lobby', 'Back office']]] },
      { name: 'Candlewick Branch', street: '3 Chandler Street', at: [-13.1, -4.6], units: [[GE, 'RTU', ['Lobby', 'Offices']]] },
      { name: 'Millrace Branch', street: '8 Weir Lane', at: [2.9, -12.4], units: [[GE, 'RTU', ['Lobby', 'Offices']]] },
    ],
  },
  {
    name: 'Marquee & Moon Cinema',
    phone: '555-0143',
    hours: {
      '1': [['10:00', '23:30']],
      '2': [['10:00', '23:30']],
      '3': [['10:00', '23:30']],
      '4': [['10:00', '23:30']],
      '5': [['10:00', '23:30']],
      '6': [['10:00', '23:30']],
      '7': [['11:00', '23:00']],
    },
    access: 'Before the first show only above the auditoria. Ladder behind the loading door.',
    sites: [
      {
        name: 'Six-Screen House',
        street: '22 Playhouse Yard',
        at: [1.9, 2.9],
        units: [[GE, 'RTU', ['Screen 1', 'Screen 2', 'Screen 3', 'Screen 4', 'Screen 5', 'Screen 6', 'Foyer', 'Projection corridor']]],
      },
    ],
  },
  {
    name: 'Bluebell Laundries',
    phone: '555-0154',
    hours: week('06:00', '20:00', ['07:00', '16:00']),
    access: 'Lint on every roof: take filters for two changes. Floor drains are wet.',
    sites: [
      {
        name: 'Ropewalk Laundry',
        street: '40 Ropewalk',
        at: [-2.9, 2.4],
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Folding room', 'Counter']],
          ['exhaust fan', 'EF', ['Dryer exhaust']],
        ],
      },
      {
        name: 'Saltings Laundry',
        street: '12 Brine Lane',
        at: [4.6, -3.1],
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Folding room', 'Counter']],
        ],
      },
      {
        name: 'Tannery Fields Laundry',
        street: '3 Bark Yard',
        at: [-4.8, -2.3],
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Folding room', 'Counter']],
        ],
      },
      {
        name: 'Upper Thorn Laundry',
        street: '1 Bridle Way',
        at: [-7.4, 11.2],
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Counter']],
        ],
      },
    ],
  },
  {
    name: 'Quillmark Print Works',
    phone: '555-0165',
    hours: week('06:00', '22:00'),
    access: 'Shift foreman signs the roof permit. Paper dust: no sparks without asking.',
    sites: [
      {
        name: 'Press Hall',
        street: '14 Foundry Street',
        at: [4.3, 2.6],
        units: [
          [GE, 'RTU', ['Press 1', 'Press 2', 'Press 3', 'Plate room', 'Bindery', 'Dispatch', 'Offices']],
          ['exhaust fan', 'EF', ['Solvent store']],
        ],
      },
      {
        name: 'Paper Store',
        street: '2 Lower Wharf',
        at: [5.2, -3.2],
        units: [
          [GE, 'RTU', ['Store east', 'Store west', 'Office']],
          ['unit heater', 'UH', ['Loading bay']],
        ],
      },
    ],
  },
  {
    name: 'Wrenfall Schools Trust',
    phone: '555-0176',
    hours: week('07:00', '17:30'),
    access: 'Report to the school office. No roof work during breaks above the yard.',
    sites: [
      {
        name: 'Lantern Hill School',
        street: '2 Slate Rise',
        at: [3.1, 5.0],
        units: [
          [GE, 'RTU', ['Hall', 'Science block', 'Art room', 'Reading wing', 'Staff room', 'Music room', 'Canteen', 'Drama studio', 'Sports hall']],
          ['boiler', 'B', ['Old building']],
        ],
      },
      {
        name: 'Southbank School',
        street: '50 Causeway',
        at: [-1.6, -2.7],
        units: [
          ['water-source heat pump', 'WS', ['Room 1', 'Room 2', 'Room 3', 'Room 4', 'Room 5', 'Room 6', 'Room 7', 'Room 8', 'Hall', 'Office']],
          ['boiler', 'B', ['Loop heat']],
        ],
      },
      {
        name: 'Saltmarsh Cross School',
        street: '1 Green Lane',
        at: [12.4, -6.6],
        units: [[GE, 'RTU', ['Classrooms north', 'Classrooms south', 'Hall', 'Workshop', 'Office']]],
      },
      {
        name: 'Candlewick School',
        street: '9 Tallow Street',
        at: [-13.3, -4.9],
        units: [[HP, 'HP', ['Classrooms east', 'Classrooms west', 'Hall', 'Art room', 'Office']]],
      },
    ],
  },
  {
    name: 'Wrenfall Records Annex',
    phone: '555-0187',
    hours: week('08:30', '16:30'),
    access: 'Archivist escorts. Paper below every unit: look at the drains twice.',
    sites: [
      {
        name: 'Records Annex',
        street: '6 Ledger Court',
        at: [-0.6, 2.6],
        units: [
          ['split with air handler', 'AH', ['Reading room', 'Stack 1', 'Stack 2', 'Mezzanine']],
          [GE, 'RTU', ['Entrance', 'Offices', 'Conservation lab']],
        ],
      },
    ],
  },
  {
    name: 'Paddock Lane Veterinary Clinics',
    phone: '555-0198',
    hours: null,
    access: 'Side door, ring twice. Animals recover under the units: no long stops in summer.',
    sites: [
      { name: 'Ropewalk Clinic', street: '77 Ropewalk', at: [-1.9, 4.3], units: [[HP, 'HP', ['Surgery', 'Ward', 'Reception']]] },
      { name: 'Gullhaven Clinic', street: '6 Tern Street', at: [13.2, 5.8], units: [[HP, 'HP', ['Surgery', 'Reception']]] },
      {
        name: 'Tannery Fields Clinic',
        street: '15 Hide Street',
        at: [-5.2, -1.2],
        units: [
          [HP, 'HP', ['Surgery', 'Ward', 'Reception']],
          ['exhaust fan', 'EF', ['Ward']],
        ],
      },
    ],
  },
];

/** Makers and their model lines by kind; tons or size follows the number. */
export const MAKERS: Record<UnitKind, readonly (readonly [maker: string, line: string])[]> = {
  'package gas/electric': [
    ['Norvane', 'NVG'],
    ['Calthwick', 'CK-G'],
    ['Tarnhelm', 'TH6'],
  ],
  'package heat pump': [
    ['Norvane', 'NVH'],
    ['Quorndale', 'QHP'],
  ],
  'package cooling only': [
    ['Calthwick', 'CK-C'],
    ['Quorndale', 'QC'],
  ],
  'split with air handler': [['Tarnhelm', 'TS4']],
  'make-up air': [['Brindlecombe', 'MA-D']],
  'water-source heat pump': [['Quorndale', 'QWS']],
  boiler: [['Emberlode', 'CB']],
  'unit heater': [['Brindlecombe', 'UH-T']],
  'exhaust fan': [['Fennimore', 'XF']],
};
