import { CO, GE, HP, week, type CustomerCast } from './shape.ts';

/** Customers that make, wash, print and grow things. */
export const TRADE: readonly CustomerCast[] = [
  {
    name: 'Ember & Kiln Studios',
    phone: '555-0110',
    hours: week('08:00', '18:00'),
    access: 'Key with the glaze technician. Ladder on the north wall. Kilns make the roof hot underfoot.',
    sites: [
      {
        name: 'Throwing Rooms',
        street: '4 Copperlatch',
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
      {
        name: 'Gullhaven Gallery',
        street: '2 Pier Steps',
        at: [13.6, 5.4],
        units: [[HP, 'HP', ['Gallery', 'Store', 'Studio']]],
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
      {
        name: 'Gullhaven Laundry',
        street: '18 Net Loft Lane',
        at: [13.7, 5.9],
        town: 'Gullhaven',
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Folding room', 'Counter']],
          ['exhaust fan', 'EF', ['Dryer exhaust']],
        ],
      },
      {
        name: 'Millrace Laundry',
        street: '2 Wheelpit Row',
        at: [2.6, -12.2],
        town: 'Millrace End',
        units: [
          ['make-up air', 'MAU', ['Dryer hall']],
          [CO, 'RTU', ['Folding room', 'Counter']],
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
      {
        name: 'Label Works',
        street: '33 Tannery Lane',
        at: [-4.0, -1.9],
        units: [
          [GE, 'RTU', ['Line 1', 'Line 2', 'Line 3', 'Slitting', 'Ink room', 'Offices']],
          ['make-up air', 'MAU', ['Ink room']],
          ['exhaust fan', 'EF', ['Ink room']],
        ],
      },
    ],
  },
  {
    name: 'Thistlewick Garden Centres',
    phone: '555-0243',
    hours: { ...week('08:30', '18:00', ['08:30', '18:00']), '7': [['10:00', '16:00']] },
    access: 'Round the back by the potting shed. Glass above: boards only, never step between them.',
    sites: [
      {
        name: 'Glasshouses',
        street: '70 Orchard Road',
        at: [-4.6, 3.4],
        units: [
          ['make-up air', 'MAU', ['Propagation house', 'Potting shed']],
          [
            'unit heater',
            'UH',
            ['House 1', 'House 2', 'House 3', 'House 4', 'House 5', 'House 6', 'Cold frame', 'Packing'],
          ],
          ['exhaust fan', 'EF', ['House 1', 'House 2', 'House 3', 'House 4']],
          [HP, 'HP', ['Shop', 'Tea room']],
        ],
      },
      {
        name: 'Saltmarsh Nursery',
        street: '15 Sedge Road',
        at: [12.2, -7.0],
        town: 'Saltmarsh Cross',
        units: [
          ['make-up air', 'MAU', ['Seedling house']],
          ['unit heater', 'UH', ['House 1', 'House 2', 'House 3', 'Packing']],
          ['exhaust fan', 'EF', ['House 1', 'House 2']],
          [HP, 'HP', ['Shop']],
        ],
      },
      {
        name: 'Seed Hall',
        street: '9 Bridle Way',
        at: [-7.2, 11.1],
        town: 'Upper Thorn',
        units: [
          [HP, 'HP', ['Seed store', 'Laboratory', 'Shop']],
          ['unit heater', 'UH', ['Drying floor', 'Loading']],
        ],
      },
    ],
  },
  {
    name: 'Corder & Vane Upholstery',
    phone: '555-0254',
    hours: week('07:00', '17:00'),
    access:
      'Foam and glue below: no flame, no sparks without the works manager. Freight lift to the loft, ' +
      'then hatch.',
    sites: [
      {
        name: 'Cutting Rooms',
        street: '5 Weavers Row',
        at: [-3.2, 3.6],
        units: [
          [GE, 'RTU', ['Cutting floor', 'Sewing floor', 'Pattern loft', 'Frames', 'Office']],
          ['make-up air', 'MAU', ['Glue room']],
          ['exhaust fan', 'EF', ['Glue room', 'Sanding room']],
        ],
      },
      {
        name: 'Foam Store',
        street: '44 Bark Yard',
        at: [-5.1, -2.5],
        units: [
          ['unit heater', 'UH', ['Bay 1', 'Bay 2', 'Bay 3', 'Bay 4']],
          [GE, 'RTU', ['Office', 'Conversion hall']],
        ],
      },
      {
        name: 'Showroom',
        street: '12 Curtain Yard',
        at: [1.8, 3.0],
        units: [[GE, 'RTU', ['Ground floor', 'First floor', 'Fabric room', 'Office']]],
      },
    ],
  },
];
