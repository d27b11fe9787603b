import { reasonsOf, type ReasonOf } from '#core/base/reasons';
import type { PlainDate } from '#core/base/time';
import type { Cadence } from './cadence.ts';

/** A maintenance task, and for what it was agreed how often it comes round. */
interface Agreed {
  readonly task: string;
  readonly agreed: 'kind' | 'customer' | 'site' | 'unit';
}

/** What each rule about what is due looked at. */
export interface MaintenanceRules {
  'no record': Agreed & { cadence: Cadence };
  'comes round': Agreed & { cadence: Cadence; last: PlainDate; dueOn: PlainDate; lateDays: number };
  'plugs sooner': Agreed & {
    cadence: Cadence;
    last: PlainDate;
    dueOn: PlainDate;
    lateDays: number;
    days: number;
    pluggedAfter: number;
  };
  'new machine': { task: string; installedOn: PlainDate; dueOn: PlainDate; lateDays: number };
  season: Agreed & { from: PlainDate; to: PlainDate; last: PlainDate | null; lateDays: number };
  'season missed': Agreed & { from: PlainDate; to: PlainDate; last: PlainDate | null; lateDays: number };
}

/** A reason by one of the rules about what is due. */
export type MaintenanceReason = ReasonOf<MaintenanceRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<MaintenanceRules>();
