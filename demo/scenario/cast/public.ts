import { GE, HP, week, type CustomerCast } from './shape.ts';

/** Customers that serve the public of Port Wrenfall: buses, schools, records, planetarium, port. */
export const PUBLIC: readonly CustomerCast[] = [
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
      {
        name: 'North Garage',
        street: '9 Signal Road',
        at: [1.0, 5.5],
        units: [
          ['unit heater', 'UH', ['Pit 1', 'Pit 2', 'Pit 3', 'Pit 4', 'Tyre bay', 'Wash lane']],
          ['make-up air', 'MAU', ['Pits']],
          [GE, 'RTU', ['Dispatch room', 'Drivers', 'Stores']],
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
          [
            GE,
            'RTU',
            [
              'Hall',
              'Science block',
              'Art room',
              'Reading wing',
              'Staff room',
              'Music room',
              'Canteen',
              'Drama studio',
              'Sports hall',
            ],
          ],
          ['boiler', 'B', ['Old building']],
        ],
      },
      {
        name: 'Southbank School',
        street: '50 Causeway',
        at: [-1.6, -2.7],
        units: [
          [
            'water-source heat pump',
            'WS',
            [
              'Room 1',
              'Room 2',
              'Room 3',
              'Room 4',
              'Room 5',
              'Room 6',
              'Room 7',
              'Room 8',
              'Hall',
              'Office',
            ],
          ],
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
      {
        name: 'Gullhaven School',
        street: '4 Breakwater Road',
        at: [13.0, 5.1],
        town: 'Gullhaven',
        units: [
          [
            GE,
            'RTU',
            ['Infants', 'Juniors north', 'Juniors south', 'Hall', 'Science', 'Office', 'Craft room'],
          ],
          ['boiler', 'B', ['Old wing']],
        ],
      },
      {
        name: 'Upper Thorn School',
        street: '12 Drovers Way',
        at: [-7.9, 11.7],
        town: 'Upper Thorn',
        units: [[HP, 'HP', ['Classroom 1', 'Classroom 2', 'Classroom 3', 'Hall', 'Staff room', 'Office']]],
      },
      {
        name: 'Millrace School',
        street: '3 Sluice Lane',
        at: [3.3, -12.9],
        town: 'Millrace End',
        units: [
          [
            'split with air handler',
            'AH',
            [
              'Ground floor east',
              'Ground floor west',
              'Upper floor east',
              'Upper floor west',
              'Hall',
              'Office',
            ],
          ],
          ['boiler', 'B', ['Radiators']],
        ],
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
          [
            'split with air handler',
            'AH',
            ['Reading room', 'Archive, ground floor', 'Archive, upper floor', 'Mezzanine'],
          ],
          [GE, 'RTU', ['Entrance', 'Offices', 'Conservation lab']],
        ],
      },
      {
        name: 'Deep Store',
        street: '21 Bark Yard',
        at: [-4.2, -3.0],
        units: [
          ['split with air handler', 'AH', ['Vault A', 'Vault B', 'Vault C', 'Map room', 'Sorting room']],
          [GE, 'RTU', ['Receiving', 'Office']],
        ],
      },
    ],
  },
  {
    name: 'Tidewatch Planetarium',
    phone: '555-0209',
    hours: { ...week('09:00', '21:00'), '6': [['10:00', '22:00']], '7': [['10:00', '18:00']] },
    access: 'No noise above the dome during shows: ask for the show times. Hatch behind the projector room.',
    sites: [
      {
        name: 'Dome House',
        street: '1 Meridian Walk',
        at: [1.1, 3.5],
        units: [
          [GE, 'RTU', ['Dome east', 'Dome west', 'Projector room', 'Foyer', 'Lecture room', 'Shop']],
          ['water-source heat pump', 'WS', ['Offices 1', 'Offices 2', 'Workshop', 'Archive']],
          ['boiler', 'B', ['Loop heat']],
        ],
      },
      {
        name: 'Exhibit Hall',
        street: '3 Meridian Walk',
        at: [1.3, 3.7],
        units: [
          [GE, 'RTU', ['Hall north', 'Hall south', 'Gallery', 'School room', 'Cloakroom', 'Store']],
          [HP, 'HP', ['Ticket office', 'Staff room']],
        ],
      },
    ],
  },
  {
    name: 'Wrenfall Port Offices',
    phone: '555-0210',
    hours: week('06:30', '19:00'),
    access:
      'Port pass at the gate. Hi-vis and hard hat as far as the door. Gulls nest on the roofs from April.',
    sites: [
      {
        name: 'Harbour House',
        street: '2 Quay Square',
        at: [1.7, 1.6],
        units: [
          [
            'water-source heat pump',
            'WS',
            ['Radio room', 'Chart room', 'Offices 1', 'Offices 2', 'Meeting room', 'Entrance'],
          ],
          ['boiler', 'B', ['Loop heat']],
        ],
      },
      {
        name: 'Customs Shed',
        street: '8 Lower Wharf',
        at: [5.4, -3.4],
        units: [
          [GE, 'RTU', ['Inspection hall', 'Counter', 'Offices', 'Laboratory']],
          ['unit heater', 'UH', ['Bay A', 'Bay B', 'Bay C']],
        ],
      },
      {
        name: 'Container Gate',
        street: '1 Stackyard Road',
        at: [5.6, -2.6],
        units: [[HP, 'HP', ['Gate lanes', 'Control room', 'Drivers', 'Server room']]],
      },
      {
        name: 'Pilot Station',
        street: 'Mole Head',
        at: [14.0, 5.2],
        town: 'Gullhaven',
        units: [[HP, 'HP', ['Watch room', 'Bunk room']]],
      },
      {
        name: 'Dredging Depot',
        street: '4 Slip Road',
        at: [-2.0, -2.2],
        units: [
          [GE, 'RTU', ['Offices', 'Canteen', 'Stores']],
          ['unit heater', 'UH', ['Workshop', 'Paint bay']],
        ],
      },
    ],
  },
];
