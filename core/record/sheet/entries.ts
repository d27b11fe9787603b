import type { Slot, PartId } from '#core/machine';
import type { FoundAs, PutOffFor } from '#core/upkeep/maintenance';
import type { CallKind, ConditionKind, FindingGrade, System } from '#core/base/vocabulary';
import type { LeaveOutcome, WaitingFor } from '#core/record/work';

/** A line of a visit's sheet as it was recorded. Instants are ms since 1970. */
export interface Entry {
  readonly id: string;
  readonly visitId: string;
  /** What it is about: a unit, or a point of the site (a panel, a tower, the automation), or neither. */
  readonly unitId: string | null;
  readonly pointId: string | null;
  /** The call it answers where somebody said so; else it follows from the visit, see `callOf`. */
  readonly callId: string | null;
  readonly kind: string;
  readonly body: unknown;
  readonly authorId: string | null;
  readonly occurredMs: number;
  readonly recordedMs: number;
  /** The older entry this one takes the place of. */
  readonly supersedes: string | null;
}

/** A visit as the fold needs it: where it was, whose record it is, and the calls it served. */
export interface VisitFact {
  readonly id: string;
  readonly siteId: string;
  readonly timeZone: string;
  /** Records brought in from elsewhere say less than our own sheets. */
  readonly source: 'own' | 'imported';
  readonly calls: readonly VisitCall[];
}

export interface VisitCall {
  readonly id: string;
  readonly kind: CallKind;
  /** The unit the call was taken about. */
  readonly unitId: string | null;
}

/* What the fold reads of the bodies of entries. */

export interface FindingBody {
  readonly component: string;
  /** The part where somebody chose it from the list; else the word decides. */
  readonly part?: PartId | undefined;
  readonly circuit?: number | undefined;
  readonly failure: string;
  readonly grade: FindingGrade;
  readonly system?: System | undefined;
  readonly text?: string | undefined;
  readonly watchUntil?: string | undefined;
}

export interface WorkBody {
  readonly text: string;
  readonly tasks?: readonly string[] | undefined;
  /** How what was renewed had been found, by task. */
  readonly found?: Readonly<Record<string, FoundAs>> | undefined;
  /** Tasks that were due and could not be done, each with why. */
  readonly putOff?: Readonly<Record<string, PutOffFor>> | undefined;
  readonly leakRepair?: 'proven' | 'not proven' | undefined;
  readonly circuit?: number | undefined;
  readonly installed?:
    | {
        readonly slot: Slot;
        readonly manufacturer?: string | undefined;
        readonly model?: string | undefined;
        readonly serial?: string | undefined;
      }
    | undefined;
}

export interface RefrigerantBody {
  readonly refrigerant: string;
  readonly circuit?: number | undefined;
  readonly addedLb?: number | undefined;
  readonly notWeighed?: boolean | undefined;
  readonly recoveredLb?: number | undefined;
  readonly afterOpening?: boolean | undefined;
  readonly cylinder?: string | undefined;
}

export interface ConditionBody {
  readonly condition: ConditionKind;
  readonly circuit?: number | undefined;
  readonly text: string;
  readonly told?: string | undefined;
  readonly changedFrom?: string | undefined;
  readonly changedTo?: string | undefined;
  readonly closes?: string | undefined;
}

export interface LeaveBody {
  /** For every call of the visit that is not named below. */
  readonly outcome: LeaveOutcome;
  readonly waitingFor?: WaitingFor | undefined;
  readonly calls?:
    | readonly {
        readonly callId: string;
        readonly outcome: LeaveOutcome;
        readonly waitingFor?: WaitingFor | undefined;
      }[]
    | undefined;
  readonly text?: string | undefined;
  readonly stillOpen?: string | undefined;
}
