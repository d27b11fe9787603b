import { z } from 'zod';
import { UNIT_KINDS, UNIT_STATUSES } from '#core/vocabulary';
import { id, listQuery, longText, name, plainDate, shortText, version, type ReasonView } from './common.ts';

export const unitFields = z.object({
  tag: name,
  kind: z.enum(UNIT_KINDS, 'must be one of the kinds of unit'),
  status: z.enum(UNIT_STATUSES, 'must be one of the states of a unit'),
  manufacturer: shortText.nullable(),
  model: shortText.nullable(),
  serial: shortText.nullable(),
  builtOn: plainDate.nullable(),
  installedOn: plainDate.nullable(),
  tons: z.number().positive('must be above zero').max(1000).nullable(),
  voltage: z.number().positive('must be above zero').max(15000).nullable(),
  phase: z.union([z.literal(1), z.literal(3)], 'is 1 or 3').nullable(),
  areaServed: shortText.nullable(),
  handlingNotes: longText.nullable(),
});
export const newUnit = unitFields.partial().extend({ id, siteId: id, tag: name, kind: unitFields.shape.kind });
export const unitPatch = unitFields.partial().extend({ version });
export const unitList = listQuery(['site', 'tag', 'kind', 'age', 'score']);

export type NewUnit = z.infer<typeof newUnit>;
export type UnitPatch = z.infer<typeof unitPatch>;

export interface FlagView {
  readonly kind: string;
  readonly sentence: string;
  readonly evidence: string;
  readonly reasons: readonly ReasonView[];
  readonly dismissed?: { readonly id: string; readonly by: string; readonly reason: string };
}

/** A unit as lists show it: who it is, where, and its standing from the summary. */
export interface UnitRow {
  readonly id: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly tag: string;
  readonly kind: string;
  readonly status: string;
  readonly manufacturer: string | null;
  readonly model: string | null;
  readonly serial: string | null;
  readonly builtOn: string | null;
  readonly installedOn: string | null;
  readonly tons: number | null;
  readonly areaServed: string | null;
  readonly score: number;
  readonly sentence: string;
  readonly flagKinds: readonly string[];
  readonly openConditions: number;
  readonly lastVisitAt: string | null;
}

export interface ConditionView {
  readonly id: string;
  readonly unitId: string;
  readonly kind: string;
  readonly hazard: boolean;
  readonly text: string;
  readonly openedAt: string;
  readonly openedBy: string | null;
  readonly closedAt: string | null;
}

export interface CircuitView {
  readonly id: string;
  readonly number: number;
  readonly refrigerant: string | null;
  readonly chargeLb: number | null;
  readonly metering: string | null;
}

export interface SlotView {
  readonly name: string;
  readonly componentClass: string | null;
  readonly installed: { readonly from: string | null; readonly manufacturer: string | null; readonly model: string | null } | null;
  readonly earlier: number;
}

export interface StoryView {
  readonly marks: readonly { callId: string; ref: string; on: string; kind: string; label: string; poundsAdded?: number }[];
  readonly arcs: readonly { kind: 'repeat' | 'callback'; fromCallId: string; toCallId: string; label: string }[];
}

export interface UnitPage extends UnitRow {
  readonly voltage: number | null;
  readonly phase: number | null;
  readonly handlingNotes: string | null;
  readonly version: number;
  readonly verdict: { readonly asOf: string; readonly sentence: string; readonly flags: readonly FlagView[] };
  readonly story: StoryView;
  readonly conditions: readonly ConditionView[];
  readonly circuits: readonly CircuitView[];
  readonly slots: readonly SlotView[];
  readonly calls: readonly UnitCallRow[];
}

export interface UnitCallRow {
  readonly id: string;
  readonly ref: string;
  readonly kind: string;
  readonly receivedAt: string;
  readonly completedAt: string | null;
  readonly complaint: string;
  readonly status: string;
  readonly found: string;
  readonly visitId: string | null;
}
