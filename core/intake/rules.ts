import type { Measured } from '#core/base/quantities';
import { reasonsOf, type ReasonOf } from '#core/base/reasons';
import type { CalledBack } from './again.ts';

/** What each rule about how soon somebody has to come looked at. */
export interface IntakeRules {
  danger: Record<string, never>;
  'danger heard': { kind: string; words: string };
  'people at risk': Record<string, never>;
  'goods at stake': Record<string, never>;
  'room against set point': { room: Measured; setPoint: Measured; off: Measured };
  'no heat in frost': { outdoor: Measured };
  'room against usual': { room: Measured; low: Measured; high: Measured; off: Measured };
  'called back': CalledBack;
  'there without it': { who: string; system: string };
  stopped: { words: string };
  water: Record<string, never>;
  'nothing at stake': Record<string, never>;
  'not enough known': Record<string, never>;
}

/** A reason by one of the rules about how soon somebody has to come. */
export type IntakeReason = ReasonOf<IntakeRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<IntakeRules>();
