/*
 * A second simulated machine, for the proof alone. It has other laws than the first: its own curves of saturation
 * (Antoine through three published points), a compressor of clearance volume, coils by log mean and by enthalpy, a
 * valve that opens in proportion, and a charge by the linear law of superheat and subcooling. It imports nothing of
 * what it puts to the test, and nothing of that is imported here.
 *
 * It is frozen: what is measured with it would no longer be a measurement if it were changed to please it.
 */

const { abs, exp, log, max, min, sqrt } = Math;

/** psig at 40, 100 and 120 °F [published points of the saturation curves]: bubble, then dew. */
const POINTS = {
  'R-410A': { bubble: [118.8, 318.5, 419.5], dew: [118.4, 317.6, 418.3] },
  'R-22': { bubble: [68.6, 195.9, 260.0], dew: [68.6, 195.9, 260.0] },
  'R-407C': { bubble: [80.2, 225.5, 298.6], dew: [63.2, 196.1, 265.8] },
  'R-32': { bubble: [121.0, 325.7, 429.3], dew: [121.0, 325.7, 429.3] },
  'R-454B': { bubble: [113.0, 301.9, 396.4], dew: [106.2, 288.4, 381.1] },
} as const;
export type SecondFluid = keyof typeof POINTS;
export const SECOND_FLUIDS = Object.keys(POINTS) as SecondFluid[];

/** Latent heat at 45 °F, its fall a degree, specific heats of liquid and vapour, Btu/lb [rounded]. */
const HEATS: Readonly<
  Record<SecondFluid, { latent: number; falls: number; liquid: number; vapour: number }>
> = {
  'R-410A': { latent: 94, falls: 0.39, liquid: 0.41, vapour: 0.27 },
  'R-22': { latent: 86, falls: 0.24, liquid: 0.3, vapour: 0.18 },
  'R-407C': { latent: 90, falls: 0.31, liquid: 0.37, vapour: 0.22 },
  'R-32': { latent: 133, falls: 0.5, liquid: 0.46, vapour: 0.31 },
  'R-454B': { latent: 106, falls: 0.38, liquid: 0.42, vapour: 0.28 },
};

const ATMOSPHERE = 14.696;
type Curve = readonly [a: number, b: number, c: number];

/** Antoine's equation through three points: ln psia = a − b / (°F + c). */
function curveThrough(psig: readonly number[]): Curve {
  const [t1, t2, t3] = [40, 100, 120];
  const [l1, l2, l3] = psig.map((p) => log(p + ATMOSPHERE)) as [number, number, number];
  const ratio = (l3 - l1) / (l2 - l1);
  // (t3 − t1)(t2 + c) / ((t2 − t1)(t3 + c)) = ratio, solved for c.
  const k = (ratio * (t2 - t1)) / (t3 - t1);
  const c = (t2 - k * t3) / (k - 1);
  const b = (l2 - l1) / (1 / (t1 + c) - 1 / (t2 + c));
  return [l1 + b / (t1 + c), b, c];
}
const CURVES = Object.fromEntries(
  SECOND_FLUIDS.map((name) => [
    name,
    { bubble: curveThrough(POINTS[name].bubble), dew: curveThrough(POINTS[name].dew) },
  ]),
) as Record<SecondFluid, { bubble: Curve; dew: Curve }>;

const psiaAt = ([a, b, c]: Curve, f: number): number => exp(a - b / (f + c));
const fAt = ([a, b, c]: Curve, psia: number): number => b / (a - log(psia)) - c;

/** Humidity ratio of saturated air, lb/lb, by the equation of Magnus at sea level. */
function saturated(f: number): number {
  const c = (f - 32) / 1.8;
  const kpa = 0.6112 * exp((17.62 * c) / (243.12 + c));
  return (0.622 * kpa) / (101.325 - kpa);
}
const heatOf = (f: number, ratio: number): number => 0.24 * f + ratio * (1061 + 0.444 * f);
/** Humidity ratio by dry and wet bulb, from the adiabatic saturation balance. */
function ratioOf(dry: number, wet: number): number {
  const at = saturated(wet);
  return max(1e-4, ((1093 - 0.556 * wet) * at - 0.24 * (dry - wet)) / (1093 + 0.444 * dry - wet));
}
function wetBulbOf(dry: number, ratio: number): number {
  return between((wet) => ratioOf(dry, wet) - ratio, -10, dry);
}

/**
 * Where something that rises changes its sign, by regula falsi of Illinois; the nearer end where it does not.
 *
 * @param near where it was last; looked at first
 */
function between(
  rises: (x: number) => number,
  low: number,
  high: number,
  width = 4e-3,
  near?: { x: number },
): number {
  let [a, b] = [low, high];
  let [fa, fb] = [NaN, NaN];
  for (let step = 1; near && near.x > low && near.x < high && step < 20; step *= 5) {
    [a, b] = [max(low, near.x - step), min(high, near.x + step)];
    [fa, fb] = [rises(a), rises(b)];
    if (fa < 0 && fb > 0) break;
  }
  if (!(fa < 0 && fb > 0)) {
    [a, b] = [low, high];
    [fa, fb] = [rises(a), rises(b)];
  }
  if (fa >= 0) return low;
  if (fb <= 0) return high;
  let x = (a + b) / 2;
  for (let i = 0; i < 60 && b - a > width; i++) {
    // Every fourth step halves, where one end would stay for ever.
    const next = i % 4 === 3 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    const still = abs(next - x) < width / 8;
    x = next;
    const fx = rises(x);
    if (fx === 0 || still) break;
    if (fx > 0) [b, fb, fa] = [x, fx, fa / 2];
    else [a, fa, fb] = [x, fx, fb / 2];
  }
  if (near) near.x = x;
  return x;
}

/** How one machine is built; every machine of the proof is drawn a little otherwise. */
export interface SecondMachine {
  readonly refrigerant: SecondFluid;
  readonly device: 'expansion valve' | 'orifice';
  /** Condensing above outdoor air and subcooling at the rating point, °F. */
  readonly splitF: number;
  readonly subcoolingF: number;
  /** What the valve holds at its rated load, °F; the superheat of an orifice at the rating point. */
  readonly superheatF: number;
  readonly evaporatingF: number;
  /** Share of 400 cfm a ton. */
  readonly air: number;
  /** Share of the charge that it was filled with. */
  readonly charge: number;
  /** Share of the rated load amps that it draws at the rating point. */
  readonly amps: number;
  readonly efficiency: number;
}

/** What is wrong with it, each as a share of what there should be, or what is added. */
export interface SecondFaults {
  readonly charge?: number;
  /** psi of gas that does not condense. */
  readonly gasPsi?: number;
  /** Share of the rated head that is lost in the liquid line at the rated flow. */
  readonly restricts?: number;
  /** How far the device passes what it should. */
  readonly feeds?: number;
  /** Share of what the compressor should move. */
  readonly pumps?: number;
  readonly backwards?: boolean;
  readonly condenserAir?: number;
  readonly condenserSurface?: number;
  /** Warmer air onto the condenser than outdoors, °F. */
  readonly recirculates?: number;
  readonly indoorAir?: number;
  readonly outdoorAir?: number;
}

export interface SecondWeather {
  readonly outdoorF: number;
  readonly returnF: number;
  readonly returnWetF: number;
}

/** What it shows. */
export interface SecondState {
  readonly suctionPsig: number;
  readonly liquidPsig: number;
  readonly suctionLineF: number;
  readonly liquidLineF: number;
  readonly afterDrierF: number;
  readonly dischargeF: number;
  readonly condenserAirF: number;
  readonly supplyF: number;
  readonly supplyWetF: number;
  /** Share of the rated load amps. */
  readonly amps: number;
  /** Btu/h a ton. */
  readonly capacity: number;
  readonly trips: boolean;
}

/** Pounds of air an hour indoors for a ton at 400 cfm. */
const INDOOR_LB = 400 * 60 * 0.0735;
/** Air outdoors, Btu/h·°F a ton: the closer it condenses to the air, the more of it passes. */
const outdoorRate = (machine: SecondMachine): number => 21_500 / machine.splitF;
/** Share of the condenser that holds liquid at its rating, and transfer units of that end. */
const RATED_LEVEL = 0.15;
/** A valve opens from its static superheat over so many degrees, in proportion. */
const VALVE_SPREAD = 6;
/** How much flow a device loses with each share that has flashed before it, and gains by each degree. */
const [FLASH_LOSES, ORIFICE_GAINS] = [5.5, 0.012];
/** Charge by subcooling and superheat: so many °F of subcooling for all of it, and what a °F of superheat counts. */
const [CHARGE_F, SUPERHEAT_COUNTS] = [60, 0.4];
const CLEARANCE = 0.035;
/** Share that leaves the condenser as gas for each °F that subcooling is short of nothing. */
const FLASHES = 0.015;

interface Sized {
  readonly pounds: number;
  readonly suctionDensity: number;
  readonly watts: number;
  readonly condenser: number;
  readonly liquidUnits: number;
  readonly coil: number;
  readonly flow: number;
  readonly head: number;
}

/** The rating point: 95 °F outdoors, 80/67 °F indoors, from which every size follows. */
function sized(machine: SecondMachine): Sized {
  const { bubble, dew } = CURVES[machine.refrigerant];
  const heats = HEATS[machine.refrigerant];
  const [te, tc] = [machine.evaporatingF, 95 + machine.splitF];
  const [ps, pd] = [psiaAt(dew, te), psiaAt(bubble, tc)];
  const perLb =
    latentAt(heats, te) + heats.vapour * machine.superheatF - heats.liquid * (tc - machine.subcoolingF - te);
  const pounds = 12_400 / perLb;
  const watts = (1100 / machine.efficiency) * (0.4 + 0.6 * ((tc - te) / 70));
  const rejected = 12_400 + watts * 3.412;
  const units = -log(1 - rejected / (outdoorRate(machine) * machine.splitF) / (1 - RATED_LEVEL));
  const inside = heatOf(80, ratioOf(80, 67));
  const surface = heatOf(te + 3, saturated(te + 3));
  const meets = 12_400 / (INDOOR_LB * machine.air * (inside - surface));
  if (!(meets < 0.95) || !(units > 0)) throw new RangeError('this machine cannot be built');
  const opening = machine.device === 'orifice' ? 1 : 0.55;
  const gain = machine.device === 'orifice' ? 1 + ORIFICE_GAINS * machine.subcoolingF : 1;
  return {
    pounds,
    suctionDensity: ps / (te + machine.superheatF + 459.67),
    watts,
    condenser: units,
    liquidUnits: -log(1 - machine.subcoolingF / machine.splitF) / RATED_LEVEL,
    coil: -log(1 - meets),
    flow: pounds / (opening * gain * sqrt(pd - ps)),
    head: pd,
  };
}
const latentAt = (heats: { latent: number; falls: number }, f: number): number =>
  heats.latent - heats.falls * (f - 45);

/** The steady state of a machine with its faults in its weather. */
export function secondState(
  machine: SecondMachine,
  weather: SecondWeather,
  faults: SecondFaults = {},
): SecondState {
  const { bubble, dew } = CURVES[machine.refrigerant];
  const heats = HEATS[machine.refrigerant];
  const rated = sized(machine);
  const ontoF = weather.outdoorF + (faults.recirculates ?? 0);
  const [airF, ratio] = mixed(weather, faults.outdoorAir ?? 0);
  const airLb = INDOOR_LB * machine.air * (faults.indoorAir ?? 1);
  const outRate = outdoorRate(machine) * (faults.condenserAir ?? 1);
  if (faults.backwards) return turnsBackwards(machine, weather, rated);
  const gas = faults.gasPsi ?? 0;
  // Conductance falls with the root of the flow; a film takes surface alone.
  const units = (rated.condenser * (faults.condenserSurface ?? 1)) / (faults.condenserAir ?? 1) ** 0.5;
  const coil = rated.coil * (machine.air / (machine.air * (faults.indoorAir ?? 1))) ** 0.45;
  const clear = 1 - 0.25 * min(1, gas / 60);

  // Where each search looks first.
  const last = { tc: { x: ontoF + 20 }, sh: { x: 10 }, te: { x: airF - 34 } };
  /** Everything at an evaporating temperature, a superheat (below 0 wet) and a subcooling (below 0 flashing). */
  const at = (te: number, superheatF: number, subcoolingF: number) => {
    const ps = psiaAt(dew, te);
    const dense = (ps / (te + max(0, superheatF) + 459.67)) * (superheatF < 0 ? 1 - superheatF / 70 : 1);
    const moved = (tc: number) => {
      const squeezed = ((psiaAt(bubble, tc) + gas) / ps) ** (1 / 1.14) - 1;
      const ratedSqueeze = (rated.head / psiaAt(dew, machine.evaporatingF)) ** (1 / 1.14) - 1;
      const fills = (1 - CLEARANCE * squeezed) / (1 - CLEARANCE * ratedSqueeze);
      return rated.pounds * (dense / rated.suctionDensity) * max(0.3, fills) * (faults.pumps ?? 1);
    };
    const power = (tc: number) => {
      const lift = fAt(bubble, psiaAt(bubble, tc) + gas) - te;
      const slipped = moved(tc) / (faults.pumps ?? 1);
      return (
        rated.watts *
        (0.25 + 0.75 * (slipped / rated.pounds) * ((0.4 + 0.6 * (lift / 70)) / ratedLift(machine)))
      );
    };
    const level = (tc: number) =>
      subcoolingF <= 0
        ? 0
        : min(0.9, -log(1 - min(0.97, subcoolingF / max(0.5, tc - ontoF))) / rated.liquidUnits);
    const suction =
      latentAt(heats, te) + (superheatF >= 0 ? heats.vapour : latentAt(heats, te) / 70) * superheatF;
    const liquid = (tc: number) =>
      heats.liquid * (tc - max(0, subcoolingF) - te) - min(0, subcoolingF) * FLASHES * latentAt(heats, tc);
    const tc = between(
      (x) =>
        outRate * (1 - exp(-units * clear)) * (1 - level(x)) * (x - ontoF) -
        (moved(x) * (suction - liquid(x)) + power(x) * 3.412),
      ontoF + 0.2,
      190,
      0.01,
      last.tc,
    );
    return {
      ps,
      tc,
      pounds: moved(tc),
      watts: power(tc),
      perLb: suction - liquid(tc),
      flashes: -min(0, subcoolingF) * FLASHES,
    };
  };
  const coilGives = (te: number, superheatF: number): number => {
    const bare = 1 - exp(-coil);
    const surfaceF = te + 3;
    const wet = heatOf(airF, ratio) - heatOf(surfaceF, min(ratio, saturated(surfaceF)));
    const dries = 1 - 0.75 * max(0, superheatF / max(1, airF - te)) ** 1.2;
    return airLb * bare * max(0, wet) * max(0.02, dries);
  };
  /** The superheat at which coil and compressor agree. */
  const superheatAt = (te: number, subcoolingF: number): number =>
    between(
      (sh) => {
        const one = at(te, sh, subcoolingF);
        return one.pounds * one.perLb - coilGives(te, sh);
      },
      -20,
      max(1, airF - te - 0.5),
      0.02,
      last.sh,
    );
  const passes = (te: number, subcoolingF: number) => {
    const superheatF = superheatAt(te, subcoolingF);
    const one = at(te, superheatF, subcoolingF);
    const head = psiaAt(bubble, one.tc) + gas;
    const lost = min(
      0.95 * (head - one.ps),
      (faults.restricts ?? 0) * rated.head * (one.pounds / rated.pounds) ** 2,
    );
    const inletF = fAt(bubble, max(5, head - gas - lost));
    const liquidF = one.tc - max(0, subcoolingF);
    const flashes = one.flashes + max(0, (liquidF - inletF) * heats.liquid) / latentAt(heats, inletF);
    const opening =
      faults.feeds !== undefined
        ? (machine.device === 'orifice' ? 1 : 0.55) * faults.feeds
        : machine.device === 'orifice'
          ? 1
          : min(1, max(0, (superheatF - (machine.superheatF - 0.55 * VALVE_SPREAD)) / VALVE_SPREAD));
    const gain = machine.device === 'orifice' ? 1 + ORIFICE_GAINS * max(0, inletF - liquidF) : 1;
    const fed =
      (opening * rated.flow * gain * sqrt(max(0, head - lost - one.ps))) / (1 + FLASH_LOSES * flashes);
    return { ...one, superheatF, head, fed, afterF: min(liquidF, inletF), liquidF };
  };
  const evaporatingAt = (subcoolingF: number): number =>
    between(
      (te) => {
        const one = passes(te, subcoolingF);
        return one.pounds - one.fed;
      },
      -45,
      airF - 2,
      0.02,
      last.te,
    );
  const charge = machine.charge * (faults.charge ?? 1);
  const subcoolingF = between(
    (sc) => {
      const one = passes(evaporatingAt(sc), sc);
      const holds =
        1 + (sc - machine.subcoolingF - SUPERHEAT_COUNTS * (one.superheatF - machine.superheatF)) / CHARGE_F;
      return holds - charge;
    },
    -45,
    60,
    0.05,
  );
  const te = evaporatingAt(subcoolingF);
  const one = passes(te, subcoolingF);
  const btuh = one.pounds * one.perLb;
  const sensible = leaves(airF, ratio, airLb, te, 1 - exp(-coil), btuh);
  const headF = fAt(dew, one.head - gas);
  const work = (one.watts * 3.412 * 0.9) / max(1, one.pounds);
  return {
    suctionPsig: one.ps - ATMOSPHERE,
    liquidPsig: one.head - ATMOSPHERE,
    suctionLineF: te + max(0, one.superheatF),
    liquidLineF: one.liquidF,
    afterDrierF: (faults.restricts ?? 0) > 0 ? one.afterF : one.liquidF,
    dischargeF:
      headF +
      max(
        2,
        (latentAt(heats, te) - latentAt(heats, headF) - heats.liquid * (headF - te)) / (heats.vapour * 1.35) +
          (work + heats.vapour * one.superheatF) / (heats.vapour * 1.35),
      ),
    condenserAirF: ontoF + (btuh + one.watts * 3.412) / outRate,
    supplyF: sensible.dryF + 1.5,
    supplyWetF: wetBulbOf(sensible.dryF + 1.5, sensible.ratio),
    amps: (machine.amps * one.watts) / rated.watts,
    capacity: btuh - 380,
    trips: one.head > psiaAt(bubble, 149) || te < -2,
  };
}
const ratedLift = (machine: SecondMachine): number =>
  0.4 + 0.6 * ((95 + machine.splitF - machine.evaporatingF) / 70);

function mixed(weather: SecondWeather, share: number): [number, number] {
  const inside = ratioOf(weather.returnF, weather.returnWetF);
  const outside = 0.45 * saturated(weather.outdoorF);
  return [
    weather.returnF + share * (weather.outdoorF - weather.returnF),
    inside + share * (outside - inside),
  ];
}

/** Air behind the coil: what it gave in all, and what of it was water. */
function leaves(airF: number, ratio: number, airLb: number, te: number, meets: number, btuh: number) {
  const full = airLb * meets * (heatOf(airF, ratio) - heatOf(te + 3, min(ratio, saturated(te + 3))));
  const share = full > 0 ? min(1, btuh / full) : 0;
  const after = ratio - meets * share * max(0, ratio - saturated(te + 3));
  const heat = heatOf(airF, ratio) - btuh / airLb;
  return { dryF: (heat - 1061 * after) / (0.24 + 0.444 * after), ratio: after };
}

function turnsBackwards(machine: SecondMachine, weather: SecondWeather, rated: Sized): SecondState {
  const { bubble, dew } = CURVES[machine.refrigerant];
  const middle = (weather.outdoorF + weather.returnF) / 2;
  return {
    suctionPsig: psiaAt(dew, middle - 4) - ATMOSPHERE,
    liquidPsig: psiaAt(bubble, middle + 5) - ATMOSPHERE,
    suctionLineF: middle + 1,
    liquidLineF: middle + 3,
    afterDrierF: middle + 3,
    dischargeF: middle + 40,
    condenserAirF: weather.outdoorF + (rated.watts * 2.2) / outdoorRate(machine),
    supplyF: weather.returnF - 0.3,
    supplyWetF: weather.returnWetF,
    amps: machine.amps * 0.75,
    capacity: 200,
    trips: false,
  };
}
