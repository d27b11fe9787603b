import { burns, reverses, type LadderPlate } from './plate.ts';
import type { Call, Watched } from './types.ts';

const WATCHED: Readonly<Record<Call, Watched>> = {
  heat: { seconds: 420, settled: 100 },
  // A coil takes its time to ice.
  cool: { seconds: 1500, settled: 195 },
  'free cooling': { seconds: 1500, settled: 195 },
  fan: { seconds: 150, settled: 95 },
  'defrost test': { seconds: 180, settled: 60 },
  nothing: { seconds: 30, settled: 5 },
  'disconnect open': { seconds: 5, settled: 1 },
};
/** A heat pump heats and defrosts in turn; one that does not ices over in an hour. */
const DEFROSTS = { seconds: 6000, settled: 400 };
/** Outdoor air comes behind a damper that takes its time. */
const BEHIND_DAMPER = { seconds: 900, settled: 250 };
/** On a water loop it waits for minutes before it starts, and tries three times. */
const AFTER_THE_WATER = { seconds: 2400, settled: 400 };

/** How long each call of a machine is watched: what of it takes longest decides. */
export function watchedOf(plate: LadderPlate): Readonly<Record<Call, Watched>> {
  const { heat } = plate;
  if (heat === 'make-up air') return { ...WATCHED, heat: BEHIND_DAMPER, fan: BEHIND_DAMPER };
  if (heat === 'water source') return { ...WATCHED, heat: AFTER_THE_WATER, cool: AFTER_THE_WATER };
  if (reverses(plate)) return { ...WATCHED, heat: DEFROSTS };
  const flame = burns(plate) || heat === 'unit heater' || heat === 'boiler';
  // Without a flame heat comes by timers one behind the other, as cooling does.
  return flame ? WATCHED : { ...WATCHED, heat: WATCHED.cool };
}
