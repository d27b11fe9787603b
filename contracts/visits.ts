import { z } from 'zod';
import { cardOf } from '#core/measuring/cards';
import { PART_IDS, type MachineDetails, type PartId, type Slot } from '#core/machine';
import { QUANTITIES } from '#core/base/quantities';
import {
  ADJUSTED,
  HAPPENED,
  LOOKED,
  LOOKED_BY,
  READING_POINT_NAMES,
  READING_POINTS,
  SEQUENCES,
  SIGNS,
  SKIES,
  TAKEN,
  WINDS,
  type Adjustment,
  type Code,
  type Comparison,
  type Look,
  type ReadingPoint,
  type Sequence,
  type Step,
  type Weather,
} from '#core/evidence';
import {
  CONDITION_KIND_NAMES,
  CONDITION_KINDS,
  FINDING_GRADES,
  SYSTEMS,
  type CallKind,
  type ConditionKind,
  type SiteHazard,
} from '#core/base/vocabulary';
import { FOUND_AS, PUT_OFF_FOR } from '#core/upkeep/maintenance';
import { LEAVE_OUTCOMES, WAITING_FOR, type CallState, type WaitingFor } from '#core/record/work';
import type { ConditionBody, FindingBody, LeaveBody, RefrigerantBody, WorkBody } from '#core/record/sheet';
import type { AgreedAtSite } from './agreements.ts';
import { id, instant, longText, plainDate, shortText } from './common.ts';

const pounds = z.number().min(0, 'a weight cannot be negative').max(5000, 'more than any roof holds');

const circuitNumber = z.int('which circuit? a number').min(1).max(8, 'at most eight circuits');
const part = z.enum(PART_IDS as [PartId, ...PartId[]], 'which part?');
const slot = z.object({ part, circuit: circuitNumber.nullable() }) satisfies z.ZodType<Slot>;
const leaving = {
  outcome: z.enum(LEAVE_OUTCOMES, 'how is it left?'),
  waitingFor: z.enum(WAITING_FOR).optional(),
};

export const reading = z
  .object({
    point: z.enum(READING_POINT_NAMES as [ReadingPoint, ...ReadingPoint[]]),
    value: z.number(),
    unit: z.string(),
    instrument: shortText.optional(),
  })
  .refine((r) => Object.hasOwn(QUANTITIES[READING_POINTS[r.point].quantity].units, r.unit), {
    error: (issue) => `${(issue.input as { point: string }).point} is not measured in that unit`,
    path: ['unit'],
  });

const bodies = {
  arrive: z.object({}),
  'reading set': z.object({
    mode: z.enum(['cooling', 'heating', 'off']),
    circuit: circuitNumber.optional(),
    stage: z.int().min(1).max(8).optional(),
    /** Before anybody worked on it, or as it was left. */
    taken: z.enum(TAKEN).optional(),
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
  look: z.object({
    part,
    circuit: circuitNumber.optional(),
    sign: z.enum(SIGNS, 'what was to be seen?'),
    looked: z.enum(LOOKED, 'how far did you look?'),
    by: z.enum(LOOKED_BY, 'by what?'),
    hidden: shortText.optional(),
    text: longText.optional(),
  }) satisfies z.ZodType<Look>,
  comparison: z.object({
    what: shortText.min(1, 'what is compared?'),
    here: shortText.min(1, 'what is it here?'),
    there: shortText.min(1, 'what is it there?'),
    sisterUnitId: id.optional(),
    sister: shortText.optional(),
    says: z.enum(['alike', 'differs'], 'alike, or not?'),
  }) satisfies z.ZodType<Comparison>,
  code: z.object({
    board: shortText.min(1, 'which board? a code means something only with its board'),
    code: shortText.min(1, 'which code?'),
    when: z.enum(['now', 'in history', 'before power was cut'], 'when did it show?'),
    means: shortText.optional(),
  }) satisfies z.ZodType<Code>,
  step: z
    .object({
      sequence: z.enum(Object.keys(SEQUENCES) as [Sequence, ...Sequence[]], 'heating or cooling?'),
      step: shortText,
      happened: z.enum(HAPPENED, 'did it happen?'),
      text: longText.optional(),
    })
    .refine((body) => (SEQUENCES[body.sequence] as readonly string[]).includes(body.step), {
      error: 'which step?',
      path: ['step'],
    }) satisfies z.ZodType<Step>,
  weather: z.object({
    outdoorF: z.number('how warm is it outside?').min(-80).max(140),
    wetBulbF: z.number().min(-80).max(110).optional(),
    sky: z.enum(SKIES).optional(),
    wind: z.enum(WINDS).optional(),
  }) satisfies z.ZodType<Weather>,
  /** Something turned, set or tightened. */
  adjustment: z.object({
    what: z.enum(ADJUSTED, 'what was adjusted?'),
    circuit: circuitNumber.optional(),
    found: shortText.optional(),
    left: shortText.min(1, 'how was it left?'),
  }) satisfies z.ZodType<Adjustment>,
  finding: z.object({
    system: z.enum(SYSTEMS).optional(),
    /** As the technician says it; `part` stands beside it where it was chosen from the list. */
    component: z.string().trim().min(1, 'which component?').max(100),
    part: part.optional(),
    circuit: circuitNumber.optional(),
    failure: z.string().trim().min(1, 'what is wrong with it?').max(100),
    grade: z.enum(FINDING_GRADES),
    /** A presumed cause is looked at again on this day. */
    watchUntil: plainDate.optional(),
    text: longText.optional(),
  }) satisfies z.ZodType<FindingBody>,
  work: z
    .object({
      text: longText,
      /** Maintenance tasks done on this unit, by key. */
      tasks: z.array(z.string().max(60)).max(20).optional(),
      /** How what was renewed had been found, by task. */
      found: z.record(z.string().max(60), z.enum(FOUND_AS)).optional(),
      /** Tasks that were due and could not be done, each with why; they stay due. */
      putOff: z.record(z.string().max(60), z.enum(PUT_OFF_FOR)).optional(),
      leakRepair: z.enum(['proven', 'not proven']).optional(),
      circuit: circuitNumber.optional(),
      /** A component put into a slot: the one that was there ends its life. */
      installed: z
        .object({
          slot,
          manufacturer: shortText.optional(),
          model: shortText.optional(),
          serial: shortText.optional(),
        })
        .optional(),
    })
    .refine(
      ({ text, tasks = [], putOff = {}, leakRepair, installed }) =>
        text !== '' || tasks.length > 0 || Object.keys(putOff).length > 0 || leakRepair || installed,
      { error: 'nothing is written: what was done?', path: ['text'] },
    ) satisfies z.ZodType<WorkBody>,
  refrigerant: z
    .object({
      refrigerant: shortText.min(1, 'which refrigerant?'),
      circuit: circuitNumber.optional(),
      addedLb: pounds.optional(),
      /** Some was added and nobody weighed it: known to have happened, amount unknown. */
      notWeighed: z.boolean().optional(),
      recoveredLb: pounds.optional(),
      /** Charge weighed back into a circuit that had been opened. */
      afterOpening: z.boolean().optional(),
      cylinder: shortText.optional(),
    })
    .refine((body) => body.addedLb !== undefined || body.recoveredLb !== undefined || body.notWeighed, {
      error: 'how many pounds? or tick that nobody weighed them',
      path: ['addedLb'],
    }) satisfies z.ZodType<RefrigerantBody>,
  'condition left': z
    .object({
      circuit: circuitNumber.optional(),
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
    }) satisfies z.ZodType<ConditionBody>,
  'condition closed': z.object({ conditionId: z.uuid('say which one'), text: longText }),
  recommendation: z.object({ text: longText.min(1, 'what do you recommend?') }),
  note: z.object({ text: longText.min(1, 'an empty note') }),
  /**
   * Every call of the visit gets an outcome: its own, or the one for the rest. `stillOpen` says why something
   * that must not be left past the visit is left all the same.
   */
  leave: z
    .object({
      ...leaving,
      calls: z
        .array(z.object({ callId: id, ...leaving }))
        .max(60)
        .optional(),
      text: longText.optional(),
      stillOpen: longText.optional(),
    })
    .superRefine((body, context) => {
      [body, ...(body.calls ?? [])].forEach((part, i) => {
        if (part.outcome === 'waiting' && part.waitingFor === undefined)
          context.addIssue({
            code: 'custom',
            path: i === 0 ? ['waitingFor'] : ['calls', i - 1, 'waitingFor'],
            message: 'what does it wait for?',
          });
      });
    }) satisfies z.ZodType<LeaveBody>,
} as const;

export type EntryKind = keyof typeof bodies;
const ENTRY_KINDS = Object.keys(bodies) as EntryKind[];
export type EntryBody<K extends EntryKind> = z.infer<(typeof bodies)[K]>;

const envelope = {
  id,
  visitId: id,
  unitId: id.nullable(),
  /** A point of the site the line is about, where it is about no unit: a panel, a tower, the automation. */
  pointId: id.nullable().optional(),
  /** The call it answers, where several could be meant. */
  callId: id.optional(),
  /** When it happened. An amendment that leaves it out keeps the time of what it amends. */
  occurredAt: instant.optional(),
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

const needsTime = (entry: { occurredAt?: string | undefined; supersedes?: string | undefined }) =>
  entry.occurredAt !== undefined || entry.supersedes !== undefined;

/**
 * One line of a visit sheet. Append-only: an amendment is a new entry that supersedes an older one and says
 * why.
 */
export const newEntry = z
  .discriminatedUnion('kind', [withdrawal, ...variants] as [typeof withdrawal, ...typeof variants])
  .refine(needsTime, { error: 'when did it happen?', path: ['occurredAt'] });
interface Envelope {
  readonly id: string;
  readonly visitId: string;
  readonly unitId: string | null;
  readonly pointId?: string | null;
  readonly callId?: string;
  readonly occurredAt?: string;
  readonly reason?: string;
}
export type NewEntry =
  | {
      [K in EntryKind]: Envelope & {
        readonly supersedes?: string;
        readonly kind: K;
        readonly body: EntryBody<K>;
      };
    }[EntryKind]
  | (Envelope & {
      readonly supersedes: string;
      readonly reason: string;
      readonly kind: 'withdrawn';
      readonly body: Record<string, never>;
    });

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
  /** The first entry of its line of amendments: what it is about is known by this id. */
  readonly rootId: string;
  readonly unitId: string | null;
  readonly pointId: string | null;
  readonly callId: string | null;
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
  readonly calls: readonly CallOfVisit[];
  /** When somebody arrived and left, by the sheet. */
  readonly arrivedAt: string | null;
  readonly leftAt: string | null;
  /**
   * Minutes since midnight of the published plan; null where none is published or nobody has put it in order.
   */
  readonly startAt: number | null;
  readonly leaveAt: number | null;
}

/** A call as the sheet of a visit shows it. */
export interface CallOfVisit {
  readonly id: string;
  readonly ref: string;
  readonly kind: CallKind;
  readonly complaint: string;
  readonly unit: string | null;
  readonly unitId: string | null;
  readonly state: CallState;
  readonly waitingFor: WaitingFor | null;
}

/** How to get to the machines of a site, and what can hurt on the way. */
export interface GettingIn {
  readonly access: string | null;
  readonly keyAt: string | null;
  /** True where there is a key on record that this person is not told of. */
  readonly keyHidden?: true;
  readonly wayUp: string | null;
  readonly parking: string | null;
  readonly permit: string | null;
  readonly contact: string | null;
  readonly hazards: readonly SiteHazard[];
}

export interface VisitPage extends VisitRow, GettingIn {
  readonly agreed: AgreedAtSite;
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
    readonly slots: readonly Slot[];
    readonly conditions: readonly {
      readonly id: string;
      readonly kind: string;
      readonly hazard: boolean;
      readonly text: string;
      readonly openedAt: string;
    }[];
    /** What was recommended and nobody has decided about. */
    readonly recommendations: readonly { readonly id: string; readonly text: string; readonly on: string }[];
    readonly due: readonly {
      readonly key: string;
      readonly title: string;
      readonly text: string;
      readonly caution: string | null;
      readonly steps: readonly string[];
      /** Titles of the cards whose readings belong to it. */
      readonly readings: readonly string[];
      /** How it was found decides how soon it is done again. */
      readonly asksHowFound: boolean;
    }[];
    /** Tasks that the customer does. */
    readonly theirs: readonly string[];
  }[];
  /** Points of the site a line can be about: panels, towers, zone panels, the automation. */
  readonly points: readonly { readonly id: string; readonly kind: string; readonly name: string }[];
  readonly entries: readonly EntryView[];
}
