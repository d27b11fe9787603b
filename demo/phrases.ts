/**
 * What people type or say when they look for a unit, with the unit that is meant: written down before the
 * finding was last changed, from what somebody on the telephone, at a panel or on a roof would know of it.
 */
export const PHRASES: readonly (readonly [said: string, site: string, tag: string])[] = [
  ['projector room at the planetarium is hot', 'Dome House', 'RTU-3'],
  ['planetarium workshop too cold', 'Dome House', 'WS-3'],
  ['RP-1 14/16/18 dome house', 'Dome House', 'RTU-3'],
  ['breaker 13 15 17 in RP-1 at southbank school', 'Southbank School', 'WS-9'],
  ['southbank scool room 3', 'Southbank School', 'WS-3'],
  ['LP-1 pole 20 lantern hill school', 'Lantern Hill School', 'RTU-6'],
  ['music room lantern hill', 'Lantern Hill School', 'RTU-6'],
  ['AV-109 old building boiler', 'Lantern Hill School', 'B-1'],
  ['wine vault is warm', 'Lantern Hill Store', 'HP-3'],
  ['uh7 main depot', 'Main Depot', 'UH-7'],
  ['heater over the wash lane at the bus depot', 'Main Depot', 'UH-7'],
  ['T-1 bay 1 no heat main depot', 'Main Depot', 'UH-1'],
  ['press 1 too humid', 'Press Hall', 'RTU-1'],
  ['press hall offices', 'Press Hall', 'RTU-7'],
  ['dryer hall ropewalk', 'Ropewalk Laundry', 'MAU-1'],
  ['makeup air upper thorn laundry', 'Upper Thorn Laundry', 'MAU-1'],
  ['surgery at millrace clinic', 'Millrace Clinic', 'HP-1'],
  ['ward is cold tannery fields', 'Tannery Fields Clinic', 'HP-2'],
  ['skate hire rink', 'Quayside Rink', 'RTU-5'],
  ['wheel hall throwing rooms', 'Throwing Rooms', 'HP-1'],
  ['kiosk row thermostat T-4 interchange', 'Harbour Interchange', 'RTU-4'],
  ['screen 3 stuffy', 'Six-Screen House', 'RTU-3'],
  ['glu room exhaust', 'Cutting Rooms', 'EF-1'],
  ['paint bay heater dredging', 'Dredging Depot', 'UH-2'],
];
