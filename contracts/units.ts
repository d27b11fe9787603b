import { z } from 'zod';
import { UNIT_KINDS, UNIT_STATUSES, type SiteHazard } from '#core/base/vocabulary';
import {
  CHARGING_METHODS,
  DRIVES,
  FUELS,
  COMMANDERS,
  IGNITIONS,
  METERING,
  OUTDOOR_AIR,
  SMOKE_DETECTORS,
  type MachineDetails,
  type PartId,
} from '#core/machine';
import type { BriefStory, DecisionKind } from '#core/judging/history';
import type { ConditionSource } from '#core/record/sheet';
import type { CallState } from '#core/record/work';
import type { PhotoView } from './photos.ts';
import type { ModelNoteView } from './notes.ts';
import type { How } from '#core/places/tracing';
import type { AgreedAtSite, UnitTaskView } from './agreements.ts';
import {
  id,
  idsAsked,
  listQuery,
  longText,
  name,
  plainDate,
  shortText,
  version,
  type ReasonView,
} from './common.ts';

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
  /** The machine of the same site that leads; this one stands in for it. */
  standsInFor: id.nullable(),
});
export const newUnit = unitFields
  .partial()
  .extend({ id, siteId: id, tag: name, kind: unitFields.shape.kind });
export const unitPatch = unitFields.partial().extend({ version });
const unitOnly = {
  kind: z.enum(UNIT_KINDS).optional(),
  status: z.enum(UNIT_STATUSES).optional(),
  standing: z.enum(['to decide', 'left open', 'nothing open']).optional(),
  /** Those whose plate is not on record: no model, or no year. */
  plate: z.enum(['not known']).optional(),
};
export const unitList = listQuery(['site', 'tag', 'kind', 'age', 'score', 'area']).extend(unitOnly);
export type UnitOnly = Partial<Pick<z.infer<typeof unitList>, keyof typeof unitOnly>>;

const measured = (most: number) =>
  z.number().positive('must be above zero').max(most, `more than ${most} cannot be`).optional();
const count = z.int('is a whole number').min(1, 'at least one').max(99, 'at most 99');
const sized = z
  .array(z.object({ size: shortText.min(1, 'which size?'), count }))
  .max(12)
  .optional();

/** What a plate and a look inside say about a machine; whatever is left out is not known. */
export const machineDetails = z.object({
  electrical: z
    .object({
      mcaA: measured(2000),
      mocpA: measured(2000),
      controlVa: measured(1000),
      dual: z.boolean().optional(),
    })
    .optional(),
  heat: z
    .object({
      fuel: z.enum(FUELS).optional(),
      stagesBtuh: z.array(z.number().positive('must be above zero').max(2e7)).max(6).optional(),
      riseMinF: measured(150),
      riseMaxF: measured(200),
      manifoldInWc: measured(30),
      burners: count.optional(),
    })
    .refine((h) => h.riseMinF === undefined || h.riseMaxF === undefined || h.riseMaxF > h.riseMinF, {
      error: 'must lie above the lowest',
      path: ['riseMaxF'],
    })
    .optional(),
  blower: z
    .object({
      drive: z.enum(DRIVES).optional(),
      motorHp: measured(200),
      motorFlaA: measured(500),
      belts: sized,
      motorPulleyIn: measured(60),
      blowerPulleyIn: measured(60),
      cfm: measured(200000),
    })
    .optional(),
  condenserFans: count.optional(),
  condenserFanFlaA: measured(100),
  filters: sized,
  meshes: sized,
  outdoorAir: z.enum(OUTDOOR_AIR).optional(),
  smokeDetectors: z.enum(SMOKE_DETECTORS).optional(),
  economizerHighLimitF: measured(100),
  controls: z
    .object({
      ignition: z.enum(IGNITIONS).optional(),
      commanded: z.enum(COMMANDERS).optional(),
      blowerProof: z.boolean().optional(),
      phaseMonitor: z.boolean().optional(),
      floatSwitch: z.boolean().optional(),
      strips: z.int('is a whole number').min(1, 'at least one').max(3, 'at most three').optional(),
    })
    .optional(),
  charging: z.object({ method: z.enum(CHARGING_METHODS).optional(), targetF: measured(60) }).optional(),
}) satisfies z.ZodType<MachineDetails>;

const circuit = z.object({
  number: z.int().min(1).max(8, 'at most eight circuits'),
  refrigerant: shortText.nullable(),
  chargeLb: z.number().positive('must be above zero').max(5000).nullable(),
  metering: z.enum(METERING).nullable(),
  compressors: z
    .array(z.object({ stage: z.int().min(1).max(8), rlaA: measured(1000), lraA: measured(10000) }))
    .max(4),
});

/** The part of a unit's record that is read off the machine; whoever stands in front of it may write it. */
export const machinePatch = unitFields
  .pick({
    manufacturer: true,
    model: true,
    serial: true,
    builtOn: true,
    tons: true,
    voltage: true,
    phase: true,
    handlingNotes: true,
  })
  .partial()
  .extend({
    version,
    details: machineDetails.optional(),
    circuits: z
      .array(circuit)
      .max(8)
      .refine(
        (list) => new Set(list.map((c) => c.number)).size === list.length,
        'a circuit stands there twice',
      )
      .optional(),
  });
export type MachinePatch = z.infer<typeof machinePatch>;

export type NewUnit = z.infer<typeof newUnit>;
export type UnitPatch = z.infer<typeof unitPatch>;

export interface FlagView {
  readonly kind: string;
  readonly sentence: string;
  readonly evidence: string;
  readonly reasons: readonly ReasonView[];
  /** The decision that settles it. */
  readonly decision?: DecisionView;
}

/** What somebody decided about a unit, on the evidence there was. */
export interface DecisionView {
  readonly id: string;
  readonly kind: DecisionKind;
  readonly year: number | null;
  readonly until: string | null;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
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
  /** True while something asks for a decision nobody has taken. */
  readonly toDecide: boolean;
  readonly sentence: string;
  readonly flagKinds: readonly string[];
  readonly openConditions: number;
  readonly lastVisitAt: string | null;
}

export interface ConditionView {
  readonly id: string;
  readonly unitId: string | null;
  /** Whether somebody left it so, found it, saw it, or measured it. */
  readonly source: ConditionSource;
  /** The part it is about, where somebody has said. */
  readonly part: PartId | null;
  readonly kind: string;
  readonly hazard: boolean;
  readonly circuit: number | null;
  readonly text: string;
  readonly openedAt: string;
  readonly openedBy: string | null;
  readonly closedAt: string | null;
  readonly changedFrom: string | null;
  readonly changedTo: string | null;
  readonly closes: string | null;
  readonly told: string | null;
}

export interface CircuitView {
  readonly id: string;
  readonly number: number;
  readonly refrigerant: string | null;
  readonly chargeLb: number | null;
  readonly metering: string | null;
  readonly compressors: readonly { readonly stage: number; readonly rlaA?: number; readonly lraA?: number }[];
}

/** A fact about how a unit is fed, controlled, or what it serves, with where it comes from. */
export interface TraceView {
  readonly text: string;
  readonly how: How;
  readonly by: string;
  readonly on: string;
}

/** The last readings and findings of a unit, for the drawing. */
export interface LastSeen {
  readonly readings: readonly {
    readonly point: string;
    readonly value: number;
    readonly unit: string;
    readonly circuit: number;
    readonly at: string;
  }[];
  readonly findings: readonly {
    readonly part: PartId | null;
    readonly circuit: number | null;
    readonly component: string;
    readonly failure: string;
    readonly grade: string;
    readonly at: string;
  }[];
}

/** Which bench card the sister's reading is asked for; none: everything a set of readings says. */
export const sisterAsk = z.object({ card: shortText.optional() });

/** Whose last two years are asked for, for the rows that name them. */
export const storiesAsk = z.object({ units: idsAsked });
/** Two years of each unit asked for, by its id; a unit nobody has is missing. */
export type Stories = Readonly<Record<string, UnitInBrief>>;
export interface UnitInBrief extends BriefStory {
  readonly flagKinds: readonly string[];
}

export interface SlotView {
  readonly part: PartId;
  readonly circuit: number | null;
  readonly installed: {
    readonly from: string | null;
    readonly manufacturer: string | null;
    readonly model: string | null;
  } | null;
  readonly earlier: number;
}

export interface StoryView {
  readonly marks: readonly {
    callId: string;
    ref: string;
    on: string;
    kind: string;
    label: string;
    poundsAdded?: number;
  }[];
  readonly arcs: readonly {
    kind: 'repeat' | 'callback';
    fromCallId: string;
    toCallId: string;
    label: string;
  }[];
}

export interface UnitPage extends UnitRow {
  readonly customerId: string;
  readonly agreed: AgreedAtSite;
  /** What is agreed to be done on it, and by whom; none where nothing is. */
  readonly tasks: readonly UnitTaskView[];
  readonly voltage: number | null;
  readonly phase: number | null;
  readonly handlingNotes: string | null;
  readonly version: number;
  readonly verdict: { readonly asOf: string; readonly sentence: string; readonly flags: readonly FlagView[] };
  readonly story: StoryView;
  /** What was decided and still stands, newest first. */
  readonly decisions: readonly DecisionView[];
  readonly recommendations: readonly {
    readonly id: string;
    readonly text: string;
    readonly on: string;
    readonly by: string | null;
  }[];
  readonly conditions: readonly ConditionView[];
  readonly circuits: readonly CircuitView[];
  readonly slots: readonly SlotView[];
  readonly calls: readonly UnitCallRow[];
  readonly details: MachineDetails;
  readonly lastSeen: LastSeen;
  readonly feed: string | null;
  readonly traces: {
    readonly feeds: readonly TraceView[];
    readonly controls: readonly TraceView[];
    readonly serves: readonly TraceView[];
    readonly water: readonly TraceView[];
  };
  readonly photos: readonly PhotoView[];
  readonly modelNotes: readonly ModelNoteView[];
  readonly modelLine: string | null;
  readonly roofs: readonly { readonly id: string; readonly name: string }[];
  readonly hazards: readonly SiteHazard[];
  readonly standsInFor: string | null;
  /** The other machines of the site, each with the one it stands in for. */
  readonly beside: readonly {
    readonly id: string;
    readonly tag: string;
    readonly standsInFor: string | null;
  }[];
}

export interface UnitCallRow {
  readonly id: string;
  readonly ref: string;
  readonly kind: string;
  readonly receivedAt: string;
  readonly completedAt: string | null;
  readonly complaint: string;
  readonly state: CallState;
  readonly found: string;
  readonly visitId: string | null;
}

/** Something that stands open, with what it stands on. */
export interface StandingView {
  readonly id: string;
  readonly subject: string;
  /** Null where it stands at a point of the site. */
  readonly unitId: string | null;
  readonly kind: string;
  readonly hazard: boolean;
  readonly text: string;
  readonly openedAt: string;
}

/** Something that was recommended, with what it is about. */
export interface RecommendedView {
  readonly id: string;
  readonly subject: string;
  readonly unitId: string | null;
  readonly text: string;
  readonly on: string;
  readonly by: string | null;
}
