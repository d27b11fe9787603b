import { useSyncExternalStore } from 'react';
import type { UnitSystem } from '#core/quantities';

const KEY = 'gradum-units';
const listeners = new Set<() => void>();

const kept = (): UnitSystem => (localStorage.getItem(KEY) === 'metric' ? 'metric' : 'US');

function keep(system: UnitSystem): void {
  localStorage.setItem(KEY, system);
  for (const tell of listeners) tell();
}

function subscribe(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** The units this device shows measurements in, the same everywhere on the screen, and how to change them. */
export function useUnitSystem(): [UnitSystem, (system: UnitSystem) => void] {
  return [useSyncExternalStore(subscribe, kept, kept), keep];
}
