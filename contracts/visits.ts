import { z } from 'zod';
import type { Entry as FailureRow } from '#core/diagnosis';
import type { Compressor, MachineDetails, PartId, Slot } from '#core/machine';
import type { Entry } from '#core/record/sheet';
import type { CallKind, SiteHazard, System } from '#core/base/vocabulary';
import { ENTRY_KINDS, KINDS, type EntryBody, type EntryKind } from '#core/record/kinds';
import type { CallState, WaitingFor } from '#core/record/work';
import type { AgreedAtSite } from './agreements.ts';
import { id, instant, plainDate, shortText } from './common.ts';

export type { EntryBody, EntryKind };
/** Kinds that are written as they are; taking a line back needs what it takes back, and why. */
type WrittenKind = Exclude<EntryKind, 'withdrawn'>;
const WRITTEN_KINDS = ENTRY_KINDS.filter((kind): kind is WrittenKind => kind !== 'withdrawn');

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

const variants = WRITTEN_KINDS.map((kind) =>
  z.object({ ...envelope, kind: z.literal(kind), body: KINDS[kind].body }),
);
const withdrawal = z.object({
  ...envelope,
  kind: z.literal('withdrawn'),
  body: KINDS.withdrawn.body,
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
      [K in WrittenKind]: Envelope & {
        readonly supersedes?: string;
        readonly kind: K;
        readonly body: EntryBody<K>;
      };
    }[WrittenKind]
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

export const seenBody = z.object({ day: plainDate });
export const visitQuery = z.object({ day: plainDate.optional(), crewId: id.optional() });

export interface EntryView {
  readonly id: string;
  /** The first entry of its line of amendments: what it is about is known by this id. */
  readonly rootId: string;
  readonly unitId: string | null;
  readonly pointId: string | null;
  readonly callId: string | null;
  readonly kind: EntryKind;
  readonly body: Record<string, unknown>;
  readonly author: string | null;
  readonly occurredAt: string;
  readonly recordedAt: string;
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
  /** What was different when the day was published last, until the crew has seen it. */
  readonly changed: { readonly what: 'new' | 'moved' | 'off'; readonly was: number | null } | null;
}

/** A call as the sheet of a visit shows it. */
export interface CallOfVisit {
  readonly id: string;
  readonly ref: string;
  readonly kind: CallKind;
  readonly system: System | null;
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
      /** Missing on what a phone kept before it was told. */
      readonly compressors?: readonly Compressor[];
    }[];
    readonly details: MachineDetails;
    readonly voltage: number | null;
    readonly phase: number | null;
    /** How it is fed and what controls it, as sentences. */
    readonly feed: string | null;
    /** The panel it is fed from, by its id. */
    readonly fedBy: string | null;
    /** Parts renewed on it in the last two years, with the day. */
    readonly renewed: readonly { readonly part: PartId; readonly on: string }[];
    /** Parts found at fault in the last year on other machines of the same panel. */
    readonly elsewhere: readonly { readonly part: PartId; readonly unit: string }[];
    readonly controls: readonly string[];
    readonly slots: readonly Slot[];
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
  /** Lines of other visits on which rests what stands open here: the sheet is folded on from them. */
  readonly before: readonly Entry[];
  /** From when on what was found and measured opens something, ms since 1970. */
  readonly since: number;
  /** Component words that the company has mapped itself. */
  readonly words: Readonly<Record<string, PartId>>;
  /** What codes mean, by board, as somebody has written it down on any sheet. */
  readonly charts: readonly {
    readonly board: string;
    readonly code: string;
    readonly means: string;
    readonly points: readonly PartId[];
  }[];
  /** What fails when, by the company's own calls. */
  readonly failures: readonly FailureRow[];
  readonly entries: readonly EntryView[];
}
