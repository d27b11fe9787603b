import { useSyncExternalStore } from 'react';
import type { UnitSystem } from '#core/base/quantities';
import { themeChosen, unitsChosen, type Device, type Theme } from '../device/device.ts';
import { store } from './store.ts';

/** Something that belongs to this device; also where a part is drawn by itself, outside the application. */
export function useDevice<T>(choose: (device: Device) => T): T {
  const read = () => choose(store.getState().device);
  return useSyncExternalStore(store.subscribe, read, read);
}

/** The units this device shows measurements in, the same everywhere on the screen, and how to change them. */
export const useUnitSystem = (): [UnitSystem, (system: UnitSystem) => void] => [
  useDevice((device) => device.units),
  (system) => void store.dispatch(unitsChosen(system)),
];

/** The colours of this device, and how to change them. */
export const useTheme = (): [Theme, (theme: Theme) => void] => [
  useDevice((device) => device.theme),
  (theme) => void store.dispatch(themeChosen(theme)),
];
