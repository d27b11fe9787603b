import type { PartId } from '#core/machine';
import type { PlainDate } from '#core/base/time';
import type {
  CallKind,
  ConditionKind,
  FindingGrade,
  System,
  UnitKind,
  UnitStatus,
} from '#core/base/vocabulary';

/** Everything the history rules look at for one unit. Instants have already become site-local days. */
export interface UnitFacts {
  readonly unitId: string;
  readonly kind: UnitKind;
  readonly status: UnitStatus;
  /** Undefined where nobody knows. */
  readonly builtOn?: PlainDate;
  readonly installedOn?: PlainDate;
  readonly refrigerants: readonly string[];
  /** Pounds of charge by circuit, where they are on record. */
  readonly charges?: Readonly<Record<number, number>>;
  readonly calls: readonly CallFact[];
  /** Calls about it, maintenance apart, that nobody has done yet. */
  readonly openCalls?: number;
  readonly additions: readonly AdditionFact[];
  readonly leakRepairs: readonly LeakRepairFact[];
  readonly openConditions: readonly ConditionFact[];
  readonly recommendations: readonly RecommendationFact[];
}

export interface CallFact {
  readonly id: string;
  /** How people name it: its number, or "visit of 3 May 2026" where nobody called. */
  readonly ref: string;
  readonly kind: CallKind;
  readonly receivedOn: PlainDate;
  /** Sorts calls of one day. Milliseconds since 1970. */
  readonly receivedAtMs: number;
  readonly completedOn?: PlainDate;
  readonly completedAtMs?: number;
  /** Systems the complaint or the findings name; empty when nobody has said. */
  readonly systems: readonly System[];
  /** What was found on this unit, whatever unit the caller named. */
  readonly findings: readonly FindingFact[];
}

export interface FindingFact {
  readonly part?: PartId;
  /** Where the machine has several of that part; null or missing where nobody has said which. */
  readonly circuit?: number | null;
  /** As written. */
  readonly component: string;
  readonly failure: string;
  readonly grade: FindingGrade;
}

export interface AdditionFact {
  readonly id: string;
  /** The call it was added on, or the visit where there was none. */
  readonly callId: string;
  readonly callRef: string;
  readonly circuit: number | null;
  readonly on: PlainDate;
  /** Pounds beyond what was taken out on the same visit; undefined when nobody weighed them. */
  readonly pounds?: number;
  /**
   * Charge put back into an opened circuit: no visit for a leak, so it makes no pair with another. Its pounds
   * are those beyond what was recovered, which had been lost before; undefined where nobody wrote what came
   * out.
   */
  readonly afterOpening: boolean;
}

/** A leak repair proven tight. */
interface LeakRepairFact {
  /** Null where nobody named it. */
  readonly circuit: number | null;
  readonly on: PlainDate;
}

export interface ConditionFact {
  readonly id: string;
  readonly kind: ConditionKind;
  readonly hazard: boolean;
  readonly openedOn: PlainDate;
  readonly text: string;
}

interface RecommendationFact {
  readonly id: string;
  readonly text: string;
  readonly on: PlainDate;
}

/** Company settings for the history rules; defaults are common practice. Every change is dated. */
export interface HistorySettings {
  readonly callbackDays: number;
  readonly repeatWindowDays: number;
  readonly repeatSameClass: number;
  readonly repeatAnyFailures: number;
  /** Leaker: additions so many days apart at least, … */
  readonly leakerApartDays: number;
  /** … and within so many; … */
  readonly leakerWithinDays: number;
  /** … or more than this share of the charge within twelve months, %. */
  readonly leakerSharePct: number;
  /** How long a callback stays on the watch list. */
  readonly callbackWatchDays: number;
  readonly lifeYears: Readonly<Record<UnitKind, number>>;
}

export const DEFAULT_HISTORY_SETTINGS: HistorySettings = {
  callbackDays: 30,
  repeatWindowDays: 365,
  repeatSameClass: 2,
  repeatAnyFailures: 3,
  leakerApartDays: 60,
  leakerWithinDays: 730,
  leakerSharePct: 20,
  callbackWatchDays: 90,
  // Median service life, ASHRAE Handbook – HVAC Applications [from memory]: rooftop 15, water-source 19,
  // furnace 18, boiler 35.
  lifeYears: {
    'package gas/electric': 15,
    'package heat pump': 15,
    'package cooling only': 15,
    'split with air handler': 15,
    'make-up air': 15,
    'water-source heat pump': 19,
    boiler: 35,
    'unit heater': 18,
    'exhaust fan': 20,
  },
};
