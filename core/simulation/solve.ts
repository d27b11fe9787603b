import { enthalpy, specificVolume, wetBulb } from '../airside/index.ts';
import { balances, dryFor, forcedOpening, mixedAir, ontoF, superheatOf, type Try } from './balances.ts';
import { stopsCompressor, strength, type Faults } from './faults.ts';
import { DESIGN, type Machine } from './machine.ts';
import { newton } from './newton.ts';
import { RATING_SURROUNDINGS, type CoolingState, type Surroundings } from './state.ts';
import { atRest, backwards } from './stopped.ts';

const VALVE = { least: 0.12, most: 1, setF: DESIGN.superheatF['expansion valve'] } as const;

const clampTry = (x: number[]): number[] => [
  Math.min(95, Math.max(-36, x[0] as number)),
  Math.min(146, Math.max(20, x[1] as number)),
  Math.min(8, Math.max(-1.4, x[2] as number)),
];

/** Balances further open than this are no solution. */
const GOOD_ENOUGH = 2e-4;

/**
 * The steady state of a machine in its surroundings with its faults: mass through compressor and metering
 * device, energy in both coils and the weight of the charge all balance. Faults are approached in steps from
 * the sound machine, so that the solution that is found is the one a machine would run into.
 *
 * @throws RangeError when no steady state is found: the machine would trip
 */
export function coolingState(machine: Machine, around: Surroundings, faults: Faults = {}): CoolingState {
  if (stopsCompressor(faults)) return atRest(machine, around);
  if (strength(faults, 'reversed rotation') >= 0.5) return backwards(machine, around);
  const start: Try = {
    te: DESIGN.evaporatingF,
    tc: ontoF(machine, around) + DESIGN.condenserSplitF[machine.spec.rejects],
    dry: 0.35,
  };
  for (const steps of [1, 6, 24]) {
    let at = start;
    let found: Settled | undefined;
    for (let i = 0; i <= steps; i++) {
      const part = Object.fromEntries(
        Object.entries(faults).map(([name, value]) => [name, ((value ?? 0) * i) / steps]),
      ) as Faults;
      found = settle(machine, mix(RATING_SURROUNDINGS, around, Math.min(1, (i + 1) / steps)), part, at);
      if (found.rest > GOOD_ENOUGH) break;
      at = found.t;
    }
    if (found && found.rest <= GOOD_ENOUGH) return stateOf(machine, around, faults, found);
  }
  throw new RangeError('no steady state: this machine would trip on one of its safeties');
}

const mix = (a: Surroundings, b: Surroundings, share: number): Surroundings =>
  Object.fromEntries(
    (Object.keys(b) as (keyof Surroundings)[]).map((key) => [key, a[key] + (b[key] - a[key]) * share]),
  ) as unknown as Surroundings;

interface Settled {
  readonly t: Try;
  readonly opening: number | undefined;
  readonly rest: number;
}

/**
 * Where the search starts again when it does not get through from where it was: drier and colder, or wetter
 * and warmer.
 */
const ELSEWHERE: readonly (readonly [number, number, number])[] = [
  [0, 0, 0],
  [-8, -2, 1.2],
  [-18, -6, 2.5],
  [6, -4, -0.3],
  [10, -8, -0.8],
];

function settle(machine: Machine, around: Surroundings, faults: Faults, from: Try): Settled {
  const forced = forcedOpening(machine, faults);
  const { mixedF } = mixedAir(around);
  const free = (opening: number): Settled => {
    let best: Settled | undefined;
    for (const [te, tc, dry] of ELSEWHERE) {
      const solved = newton(
        (x) => {
          const b = balances(machine, around, faults, tryOf(x), opening);
          return [b.energy, b.mass, b.charge];
        },
        [from.te + te, from.tc + tc, from.dry + dry],
        clampTry,
      );
      if (!best || solved.rest < best.rest) best = { t: tryOf(solved.x), opening, rest: solved.rest };
      if (best.rest <= GOOD_ENOUGH) break;
    }
    return best as Settled;
  };
  if (forced !== undefined) return free(forced);
  // A valve that works holds its superheat as long as it can open and shut far enough.
  const holding = (te: number): number => dryFor(VALVE.setF, te, mixedF);
  const held = newton(
    (x) => {
      const b = balances(machine, around, faults, tryOf([...x, holding(x[0] as number)]), undefined);
      return [b.energy, b.charge];
    },
    [from.te, from.tc],
    (x) => clampTry([...x, 0]).slice(0, 2),
  );
  const t = tryOf([...held.x, holding(held.x[0] as number)]);
  const opening = balances(machine, around, faults, t, undefined).mass;
  if (held.rest <= GOOD_ENOUGH && opening <= VALVE.most && opening >= VALVE.least)
    return { t, opening, rest: held.rest };
  return free(held.rest <= GOOD_ENOUGH && opening < VALVE.least ? VALVE.least : VALVE.most);
}

const tryOf = (x: readonly number[]): Try => ({
  te: x[0] as number,
  tc: x[1] as number,
  dry: x[2] as number,
});

function stateOf(
  machine: Machine,
  around: Surroundings,
  faults: Faults,
  { t, opening }: { t: Try; opening: number | undefined },
): CoolingState {
  const { fluid } = machine;
  const b = balances(machine, around, faults, t, opening);
  const { e } = b;
  const sh = superheatOf(t, e.mixedF);
  const superheating =
    e.suctionH > fluid.vapour(t.te, t.te) ? e.pounds * (e.suctionH - fluid.vapour(t.te, t.te)) : 0;
  const coolingBtuh = e.air.btuh + superheating;
  // The air loses exactly what the refrigerant takes.
  const pounds = (e.cfm * 60) / specificVolume(e.mixedF, e.mixedRatio);
  const target = enthalpy(e.mixedF, e.mixedRatio) - coolingBtuh / pounds;
  const leavingRatio = e.mixedRatio - (e.mixedRatio - e.air.leavingRatio) * e.air.share;
  const coldF = (target - 1061 * leavingRatio) / (0.24 + 0.444 * leavingRatio);
  const supplyF = coldF + (machine.fanWatts.indoor * 3.412) / (pounds * 0.24);
  const dischargeSatF = fluid.saturationF(e.pd - e.nonCondensable, 'dew');
  // With liquid in the suction the discharge is wet and no colder than saturation.
  const dischargeF = Math.max(
    dischargeSatF,
    dischargeSatF + (e.dischargeH - fluid.vapour(dischargeSatF, dischargeSatF)) / fluid.vapourCp,
  );
  const rejectedBtuh = e.pounds * (e.dischargeH - e.liquidH);
  const totalW =
    e.compressorW +
    machine.fanWatts.indoor +
    machine.fanWatts.outdoor * (strength(faults, 'condenser fan dead') > 0.5 ? 0 : 1);
  return {
    running: true,
    evaporatingF: t.te,
    condensingF: t.tc,
    suctionPsia: e.ps,
    dischargePsia: e.pd,
    liquidPsia: e.pd,
    superheatF: Math.max(0, sh),
    subcoolingF: e.outletQuality > 0 ? 0 : e.subcooling,
    suctionLineF: t.te + Math.max(0, sh),
    liquidLineF: e.liquidF,
    afterRestrictionF: e.flash > 0 ? e.satIn : e.liquidF,
    dischargeF,
    poundsPerHour: e.pounds,
    mixedF: e.mixedF,
    supplyF,
    supplyWetF: wetBulb(supplyF, Math.max(1e-5, leavingRatio)),
    leavingCondenserF: e.onto + rejectedBtuh / e.rate,
    cfm: e.cfm,
    coolingBtuh,
    netBtuh: coolingBtuh - machine.fanWatts.indoor * 3.412,
    rejectedBtuh,
    compressorW: e.compressorW,
    totalW,
    condensateLb: pounds * (e.mixedRatio - leavingRatio),
    ...(machine.spec.device === 'expansion valve' ? { valveOpen: opening } : {}),
    imbalance: {
      energy: Math.abs(rejectedBtuh - coolingBtuh - e.compressorW * 3.412) / rejectedBtuh,
      mass: opening === undefined ? 0 : Math.abs(e.pounds - opening * e.wideOpen) / e.pounds,
      charge: Math.abs(b.charge),
    },
  };
}
