import type { OpeningHours } from '#contracts/sites';
import type { UnitKind } from '#core/base/vocabulary';
import type { Point } from '../../network/geometry.ts';

export interface SiteCast {
  readonly name: string;
  readonly street: string;
  readonly at: Point;
  /** Town where it is not Port Wrenfall and not the first words of the name. */
  readonly town?: string;
  readonly units: readonly (readonly [kind: UnitKind, prefix: string, areas: readonly string[]])[];
}

export interface CustomerCast {
  readonly name: string;
  readonly phone: string;
  readonly hours: OpeningHours | null;
  readonly access: string;
  readonly sites: readonly SiteCast[];
}

export const GE = 'package gas/electric' as const;
export const HP = 'package heat pump' as const;
export const CO = 'package cooling only' as const;

export const week = (open: string, close: string, saturday?: [string, string]): OpeningHours => ({
  '1': [[open, close]],
  '2': [[open, close]],
  '3': [[open, close]],
  '4': [[open, close]],
  '5': [[open, close]],
  ...(saturday ? { '6': [saturday] } : {}),
});
