import { strength, type Faults } from './faults.ts';
import type { Machine } from './spec.ts';
import type { CircuitState } from './state.ts';

/** Supply and current of a simulated three-phase machine. */
export interface PowerState {
  readonly volts: readonly [number, number, number];
  readonly amps: readonly [number, number, number];
  readonly controlVolts: number;
}

const POWER_FACTOR = 0.85;
/**
 * Current unbalance is several times the voltage unbalance that causes it [NEMA MG 1, from memory: six to
 * ten].
 */
const CURRENT_GAIN = 7;

/** Volts per pair and compressor amps per leg. */
export function powerState(machine: Machine, state: CircuitState, faults: Faults = {}): PowerState {
  const v = machine.spec.volts;
  const unbalance = strength(faults, 'unbalanced supply') * 0.05;
  const lost = strength(faults, 'phase loss') >= 0.5;
  const volts: [number, number, number] = lost
    ? [v, v * 0.18, v * 0.2]
    : [v * (1 + unbalance / 2), v * (1 + unbalance / 2), v * (1 - unbalance)];
  const mean = state.compressorW / (Math.sqrt(3) * v * POWER_FACTOR);
  const spread = Math.min(0.9, unbalance * CURRENT_GAIN);
  const amps: [number, number, number] = state.running
    ? [mean * (1 + spread / 2), mean * (1 + spread / 2), mean * (1 - spread)]
    : [0, 0, 0];
  return { volts, amps, controlVolts: lost ? 14 : 25.5 };
}
