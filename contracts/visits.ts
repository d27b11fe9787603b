import { z } from 'zod';
import { cardOf } from '#core/cards';
import type { MachineDetails } from '#core/machine';
import { QUANTITIES } from '#core/quantities';
import { READING_POINT_NAMES, READING_POINTS, type ReadingPoint } from '#core/readings';
import {
  COMPONENT_CLASSES,
  CONDITION_KIND_NAMES,
  CONDITION_KINDS,
  FINDING_GRADES,
  SYSTEMS,
  type ConditionKind,
  type SiteHazard,
} from '#core/vocabulary';
import { id, instant, longText, plainDate, shortText } from './common.ts';

const pounds = z.number().min(0, 'a weight cannot be negative').max(5000, 'more than any roof holds');

export const reading = z
  .object({
    point: z.enum(READING_POINT_NAMES as [ReadingPoint, ...ReadingPoint[]]),
    value: z.number(),
    unit: z.string(),
  })
  .refine((r) => r.unit in QUANTITIES[READING_POINTS[r.point].quantity].units, {
    error: (issue) => `${(issue.input as { point: string }).point} is not measured in that unit`,
    path: ['unit'],
  });

const bodies = {
  arrive: z.object({}),
  'reading set': z.object({
    mode: z.enum(['cooling', 'heating', 'off']),
    circuit: z.int().min(1).max(8).optional(),
    outdoorF: z.number().min(-80).max(140).optional(),
    minutesRunning: z.number().min(0).max(100000).optional(),
    condenser: z.enum(['clean and dry', 'wet', 'dirty']).optional(),
    readings: z.array(reading).min(1, 'at least one reading').max(40),
  }),
  /** A bench card as filled in; the server works the answers out anew and keeps them beside it. */
  measurement: z.object({
    card: z
      .string()
      .max(60)
      .refine((card) => cardOf(card) !== undefined, 'is no card of the bench'),
    inputs: z
      .record(
        z.string().max(40),
        z.object({ value: z.union([z.number(), shortText]), unit: z.string().max(20).optional() }),
      )
      .refine((inputs) => Object.keys(inputs).length > 0, 'nothing was measured'),
  }),
  finding: z.object({
    system: z.enum(SYSTEMS).optional(),
    component: z.string().trim().min(1, 'which component?').max(100),
    failure: z.string().trim().min(1, 'what is wrong with it?').max(100),
    grade: z.enum(FINDING_GRADES),
    text: longText.optional(),
  }),
  work: z.object({
    text: longText,
    /** Maintenance tasks done, by key. */
    tasks: z.array(z.string()).max(20).optional(),
    leakRepair: z.enum(['proven', 'not proven']).optional(),
    /** A component put into a slot: the one that was there ends its life. */
    installed: z
      .object({
        slot: shortText.min(1, 'which slot?'),
        manufacturer: shortText.optional(),
        model: shortText.optional(),
        serial: shortText.optional(),
      })
      .optional(),
  }),
  refrigerant: z.object({
    refrigerant: shortText.min(1, 'which refrigerant?'),
    circuit: z.int().min(1).max(8).optional(),
    addedLb: pounds.optional(),
    /** Some was added and nobody weighed it: known to have happened, amount unknown. */
    notWeighed: z.boolean().optional(),
    recoveredLb: pounds.optional(),
    /** Charge weighed back into a circuit that had been opened. */
    afterOpening: z.boolean().optional(),
    cylinder: shortText.optional(),
  }),
  'condition left': z
    .object({
      condition: z.enum(CONDITION_KIND_NAMES as [ConditionKind, ...ConditionKind[]], 'what is not normal?'),
      text: longText,
      told: shortText.optional(),
      changedFrom: shortText.optional(),
      changedTo: shortText.optional(),
      /** What makes it normal again, where it is not what usually does. */
      closes: shortText.optional(),
    })
    .refine((body) => !CONDITION_KINDS[body.condition].hazard || Boolean(body.told), {
      error: 'somebody can be hurt: who was told, and in writing?',
      path: ['told'],
    }),
  'condition closed': z.object({ conditionId: id, text: longText }),
  recommendation: z.object({ text: longText.min(1, 'what do you recommend?') }),
  note: z.object({ text: longText.min(1, 'an empty note') }),
  /** `stillOpen` says why something that must not be left past the visit is left all the same. */
  leave: z.object({
    outcome: z.enum(['completed', 'return planned']),
    text: longText.optional(),
    stillOpen: longText.optional(),
  }),
} as const;

export type EntryKind = keyof typeof bodies;
export const ENTRY_KINDS = Object.keys(bodies) as EntryKind[];
export type EntryBody<K extends EntryKind> = z.infer<(typeof bodies)[K]>;

const envelope = {
  id,
  visitId: id,
  unitId: id.nullable(),
  occurredAt: instant,
  supersedes: id.optional(),
  reason: shortText.optional(),
};

const variants = ENTRY_KINDS.map((kind) =>
  z.object({ ...envelope, kind: z.literal(kind), body: bodies[kind] }),
);
const withdrawal = z.object({
  ...envelope,
  kind: z.literal('withdrawn'),
  body: z.object({}),
  supersedes: id,
  reason: shortText.min(1, 'why is it withdrawn?'),
});

/** One line of a visit sheet. Append-only: an amendment is a new entry that supersedes an older one and says why. */
export const newEntry = z.discriminatedUnion('kind', [withdrawal, ...variants] as [
  typeof withdrawal,
  ...typeof variants,
]);
export type NewEntry =
  | {
      [K in EntryKind]: {
        id: string;
        visitId: string;
        unitId: string | null;
        occurredAt: string;
        supersedes?: string;
        reason?: string;
        kind: K;
        body: EntryBody<K>;
      };
    }[EntryKind]
  | {
      id: string;
      visitId: string;
      unitId: string | null;
      occurredAt: string;
      supersedes: string;
      reason: string;
      kind: 'withdrawn';
      body: Record<string, never>;
    };

export const newVisit = z.object({
  id,
  siteId: id,
  callIds: z.array(id).max(60),
  crewId: id.nullable(),
  plannedFor: plainDate,
});
export type NewVisit = z.infer<typeof newVisit>;

export const visitQuery = z.object({ day: plainDate.optional(), crewId: id.optional() });

export interface EntryView {
  readonly id: string;
  readonly unitId: string | null;
  readonly kind: EntryKind | 'withdrawn';
  readonly body: Record<string, unknown>;
  readonly author: string | null;
  readonly occurredAt: string;
  readonly supersedes: string | null;
  readonly reason: string | null;
}

export interface VisitRow {
  readonly id: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly address: string | null;
  readonly plannedFor: string | null;
  readonly crew: string | null;
  readonly calls: readonly {
    id: string;
    ref: string;
    kind: string;
    complaint: string;
    unit: string | null;
    unitId: string | null;
  }[];
  readonly left: boolean;
}

/** How to get to the machines of a site, and what can hurt on the way. */
export interface GettingIn {
  readonly access: string | null;
  readonly keyAt: string | null;
  readonly wayUp: string | null;
  readonly parking: string | null;
  readonly permit: string | null;
  readonly contact: string | null;
  readonly hazards: readonly SiteHazard[];
}

export interface VisitPage extends VisitRow, GettingIn {
  readonly roofs: readonly { readonly id: string; readonly name: string }[];
  readonly timeZone: string;
  readonly units: readonly {
    readonly id: string;
    readonly tag: string;
    readonly kind: string;
    readonly areaServed: string | null;
    readonly handlingNotes: string | null;
    readonly sentence: string;
    readonly flagKinds: readonly string[];
    readonly circuits: readonly {
      readonly number: number;
      readonly refrigerant: string | null;
      readonly metering: string | null;
      readonly chargeLb: number | null;
    }[];
    readonly details: MachineDetails;
    readonly voltage: number | null;
    readonly phase: number | null;
    /** How it is fed and what controls it, as sentences. */
    readonly feed: string | null;
    readonly controls: readonly string[];
    readonly slots: readonly string[];
    readonly conditions: readonly {
      readonly id: string;
      readonly kind: string;
      readonly hazard: boolean;
      readonly text: string;
      readonly openedAt: string;
    }[];
    readonly due: readonly { readonly key: string; readonly title: string; readonly text: string }[];
  }[];
  readonly entries: readonly EntryView[];
}

export const COMPONENT_SUGGESTIONS: readonly string[] = COMPONENT_CLASSES;
