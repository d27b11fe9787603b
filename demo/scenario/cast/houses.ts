import { CO, GE, HP, week, type CustomerCast } from './shape.ts';

/** Customers with counters, seats, animals or stored goods. */
export const HOUSES: readonly CustomerCast[] = [
  {
    name: 'Saltglass Credit Union',
    phone: '555-0132',
    hours: week('09:00', '17:00'),
    access: 'Branch manager opens. No tools in the lobby before closing; roof hatch above the copy room.',
    sites: [
      {
        name: 'Market Branch',
        street: '11 Market Row',
        at: [0.2, 1.9],
        units: [[GE, 'RTU', ['Lobby', 'Vault corridor', 'Offices']]],
      },
      {
        name: 'Lantern Hill Branch',
        street: '7 Beacon Street',
        at: [2.7, 4.3],
        units: [[GE, 'RTU', ['Lobby', 'Offices', 'Training room']]],
      },
      {
        name: 'Southbank Branch',
        street: '30 Mole End',
        at: [-1.1, -2.1],
        units: [[GE, 'RTU', ['Lobby', 'Offices']]],
      },
      {
        name: 'Saltings Branch',
        street: '5 Samphire Way',
        at: [4.1, -3.3],
        units: [[CO, 'RTU', ['Lobby', 'Back office']]],
      },
      {
        name: 'Candlewick Branch',
        street: '3 Chandler Street',
        at: [-13.1, -4.6],
        units: [[GE, 'RTU', ['Lobby', 'Offices']]],
      },
      {
        name: 'Millrace Branch',
        street: '8 Weir Lane',
        at: [2.9, -12.4],
        units: [[GE, 'RTU', ['Lobby', 'Offices']]],
      },
      {
        name: 'Upper Thorn Branch',
        street: '6 Drovers Way',
        at: [-7.5, 11.5],
        units: [[GE, 'RTU', ['Lobby', 'Offices']]],
      },
      {
        name: 'Gullhaven Branch',
        street: '10 Pier Steps',
        at: [13.5, 5.3],
        units: [[GE, 'RTU', ['Lobby', 'Vault corridor', 'Offices']]],
      },
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
        street: '22 Curtain Yard',
        at: [1.9, 2.9],
        units: [
          [
            GE,
            'RTU',
            [
              'Screen 1',
              'Screen 2',
              'Screen 3',
              'Screen 4',
              'Screen 5',
              'Screen 6',
              'Foyer',
              'Projection corridor',
            ],
          ],
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
      {
        name: 'Ropewalk Clinic',
        street: '77 Ropewalk',
        at: [-1.9, 4.3],
        units: [[HP, 'HP', ['Surgery', 'Ward', 'Reception']]],
      },
      {
        name: 'Gullhaven Clinic',
        street: '6 Tern Street',
        at: [13.2, 5.8],
        units: [[HP, 'HP', ['Surgery', 'Reception']]],
      },
      {
        name: 'Tannery Fields Clinic',
        street: '15 Hide Street',
        at: [-5.2, -1.2],
        units: [
          [HP, 'HP', ['Surgery', 'Ward', 'Reception']],
          ['exhaust fan', 'EF', ['Ward']],
        ],
      },
      {
        name: 'Candlewick Clinic',
        street: '14 Wick Lane',
        at: [-13.0, -4.9],
        units: [[HP, 'HP', ['Surgery', 'Ward', 'Reception']]],
      },
      {
        name: 'Millrace Clinic',
        street: '5 Sluice Lane',
        at: [2.5, -12.8],
        town: 'Millrace End',
        units: [[HP, 'HP', ['Surgery', 'Ward', 'Reception']]],
      },
    ],
  },
  {
    name: 'Brass Wheel Roller Rinks',
    phone: '555-0221',
    hours: {
      '3': [['12:00', '22:00']],
      '4': [['12:00', '22:00']],
      '5': [['12:00', '23:00']],
      '6': [['10:00', '23:00']],
      '7': [['10:00', '21:00']],
    },
    access:
      'Quiet before noon. Ladder in the skate store. Humidity on the floor stops the session: they ' +
      'call at once.',
    sites: [
      {
        name: 'Quayside Rink',
        street: '15 Rope Yard',
        at: [2.1, 2.0],
        units: [
          [
            GE,
            'RTU',
            [
              'Floor north',
              'Floor south',
              'Floor east',
              'Floor west',
              'Skate hire',
              'Snack counter',
              'Party rooms',
            ],
          ],
          ['exhaust fan', 'EF', ['Workshop']],
        ],
      },
      {
        name: 'Candlewick Rink',
        street: '40 Chandler Street',
        at: [-13.4, -4.5],
        town: 'Candlewick',
        units: [[GE, 'RTU', ['Floor east', 'Floor west', 'Skate hire', 'Lobby', 'Office']]],
      },
    ],
  },
  {
    name: 'Keyholt Self-Storage',
    phone: '555-0232',
    hours: week('08:00', '18:00', ['09:00', '17:00']),
    access: 'Gate code from the desk, changes monthly. Nobody on site at some places: key box.',
    sites: [
      {
        name: 'Quayside Store',
        street: '6 Bonded Row',
        at: [2.4, 1.7],
        units: [[CO, 'RTU', ['Aisle A', 'Aisle B', 'Aisle C', 'Desk']]],
      },
      {
        name: 'Ropewalk Store',
        street: '88 Ropewalk',
        at: [-1.4, 4.0],
        units: [[CO, 'RTU', ['Aisle A', 'Aisle B', 'Desk']]],
      },
      {
        name: 'Lantern Hill Store',
        street: '21 Beacon Street',
        at: [2.2, 4.7],
        units: [[HP, 'HP', ['Aisle A', 'Aisle B', 'Wine vault', 'Desk']]],
      },
      {
        name: 'Southbank Store',
        street: '17 Causeway',
        at: [-0.8, -2.9],
        units: [[CO, 'RTU', ['Aisle A', 'Aisle B', 'Aisle C']]],
      },
      {
        name: 'Saltings Store',
        street: '30 Samphire Way',
        at: [4.4, -3.7],
        units: [[CO, 'RTU', ['Aisle A', 'Aisle B', 'Aisle C', 'Desk']]],
      },
      {
        name: 'Saltmarsh Cross Store',
        street: '7 Green Lane',
        at: [12.7, -6.5],
        town: 'Saltmarsh Cross',
        units: [[HP, 'HP', ['Aisle A', 'Aisle B', 'Desk']]],
      },
      {
        name: 'Candlewick Store',
        street: '2 Wick Lane',
        at: [-13.3, -5.2],
        town: 'Candlewick',
        units: [[HP, 'HP', ['Aisle A', 'Aisle B', 'Desk']]],
      },
    ],
  },
];
