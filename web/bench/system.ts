import { useEffect, useState } from 'react';
import type { UnitSystem } from './units.ts';

const KEY = 'gradum-units';

/** The units this device shows measurements in. */
export function useUnitSystem(): [UnitSystem, (system: UnitSystem) => void] {
  const [system, setSystem] = useState<UnitSystem>(() => (localStorage.getItem(KEY) === 'metric' ? 'metric' : 'US'));
  useEffect(() => localStorage.setItem(KEY, system), [system]);
  return [system, setSystem];
}
