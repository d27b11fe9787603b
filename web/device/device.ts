import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { UnitSystem } from '#core/base/quantities';

/** The person whose words this device writes down now. */
export interface Writer {
  readonly id: string;
  readonly name: string;
}
export const NOBODY: Writer = { id: '', name: '' };

export const THEMES = ['chalk', 'sun', 'night'] as const;
export type Theme = (typeof THEMES)[number];

/** What belongs to this device and not to the company's record. */
export interface Device {
  readonly writer: Writer;
  /**
   * By how much this device's clock is moved to the server's: it may go wrong, or another day be shown, ms.
   */
  readonly clockShiftMs: number;
  /** A phone on a roof wants other colours than a desk. */
  readonly theme: Theme;
  /**
   * The units in which fields ask and answers are shown: those of the company until somebody chooses here.
   */
  readonly units: UnitSystem;
  readonly unitsOwn: boolean;
}

const THEME_KEY = 'gradum-theme';
const UNITS_KEY = 'gradum-units';

/** A browser that keeps nothing has the usual preferences. */
function kept(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

const deviceSlice = createSlice({
  name: 'device',
  initialState: (): Device => ({
    writer: NOBODY,
    clockShiftMs: 0,
    theme: THEMES.find((theme) => theme === kept(THEME_KEY)) ?? 'chalk',
    units: kept(UNITS_KEY) === 'metric' ? 'metric' : 'US',
    unitsOwn: kept(UNITS_KEY) !== null,
  }),
  reducers: {
    writerChanged: (state, { payload }: PayloadAction<Writer>) => ({ ...state, writer: payload }),
    clockMoved: (state, { payload }: PayloadAction<number>) => ({ ...state, clockShiftMs: payload }),
    themeChosen: (state, { payload }: PayloadAction<Theme>) => ({ ...state, theme: payload }),
    unitsChosen: (state, { payload }: PayloadAction<UnitSystem>) => ({
      ...state,
      units: payload,
      unitsOwn: true,
    }),
    companyMeasures: (state, { payload }: PayloadAction<UnitSystem>) =>
      state.unitsOwn ? state : { ...state, units: payload },
  },
});
export const device = deviceSlice.reducer;
export const { writerChanged, clockMoved, themeChosen, unitsChosen, companyMeasures } = deviceSlice.actions;

/** Keeps the preferences for the next time. */
export function keepPreferences({ theme, units, unitsOwn }: Device): void {
  try {
    localStorage.setItem(THEME_KEY, theme);
    if (unitsOwn) localStorage.setItem(UNITS_KEY, units);
  } catch {
    // Nothing better is at hand.
  }
}
