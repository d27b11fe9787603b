import type { z } from 'zod';
import { adjustment } from './adjustment.ts';
import { arrive } from './arrive.ts';
import { code } from './code.ts';
import { comparison } from './comparison.ts';
import { conditionClosed } from './conditionClosed.ts';
import { conditionLeft } from './conditionLeft.ts';
import { explained } from './explained.ts';
import { finding } from './finding.ts';
import type { Kind, Near, Lack, Subject, Told, Touches } from './kind.ts';
import { leave } from './leave.ts';
import { look } from './look.ts';
import { measurement } from './measurement.ts';
import { note } from './note.ts';
import { observation } from './observation.ts';
import { readingSet } from './readingSet.ts';
import { recommendation } from './recommendation.ts';
import { refrigerant } from './refrigerant.ts';
import { step } from './step.ts';
import { weather } from './weather.ts';
import { withdrawn } from './withdrawn.ts';
import { work } from './work.ts';

export { answerNumber, type AnswerNumber } from './answerSaid.ts';
export { dangerFound } from './finding.ts';
export { observedShape } from './observed.ts';
export type { Ask, KindForm, Lack, Near, Told } from './kind.ts';

/**
 * Every kind of entry, each in a file of its own. Contract, server, phone, forms and exports take from here
 * what a kind is; the order is the one in which a sheet offers them.
 */
export const KINDS = {
  arrive,
  'reading set': readingSet,
  measurement,
  look,
  comparison,
  code,
  step,
  observation,
  weather,
  finding,
  work,
  refrigerant,
  adjustment,
  'condition left': conditionLeft,
  'condition closed': conditionClosed,
  explained,
  recommendation,
  note,
  leave,
  withdrawn,
} as const;

export type EntryKind = keyof typeof KINDS;
export type EntryBody<K extends EntryKind> = z.infer<(typeof KINDS)[K]['body']>;
export const ENTRY_KINDS = Object.keys(KINDS) as EntryKind[];
export const isEntryKind = (name: string): name is EntryKind => Object.hasOwn(KINDS, name);

const TABLE: Readonly<Record<string, Kind>> = KINDS as unknown as Record<string, Kind>;

/** A body as it was written, as today's kind has it. */
type Written = Readonly<Record<string, unknown>>;

/**
 * A body in today's form, whichever version wrote it. What an older version left out or said otherwise is read
 * here and nowhere else; nobody changes what was written.
 *
 * @returns undefined for a kind or a version that only a newer program reads
 */
export function readBody<K extends EntryKind>(name: K, body: unknown): EntryBody<K> | undefined;
export function readBody(name: string, body: unknown): Written | undefined;
export function readBody(name: string, body: unknown): unknown {
  const of = TABLE[name];
  if (!of) return undefined;
  const written = (body ?? {}) as Written;
  if (Number(written.version ?? 1) > (of.version ?? 1)) return undefined;
  return of.older ? of.older(written) : written;
}

/** A line in words; one that only a newer program reads is shown as it came, and says so. */
export function saysEntry(name: string, body: unknown, told: Told): string {
  const today = readBody(name, body);
  return today === undefined ? fromNewer(body) : (TABLE[name] as Kind).says(today as never, told);
}
function fromNewer(body: unknown): string {
  const { version } = (body ?? {}) as { version?: unknown };
  const which = version === undefined ? '' : ` (version ${String(version)})`;
  return `Written by a newer version of this program${which}, which reads it. As it came: ${JSON.stringify(body)}`;
}

/** What a line of this kind can be about; of an unknown kind nobody knows. */
export const subjectOf = (name: string): Subject | undefined => TABLE[name]?.about;
/** Why a line of this kind has to be about something; undefined where it has not. */
export const whichSubject = (name: string): string | undefined => TABLE[name]?.which;
export const touchesOf = (name: string): readonly Touches[] => TABLE[name]?.touches ?? [];
/** Kinds by what the fold reads of their bodies. */
export const foldedKinds = (what: NonNullable<Kind['folded']>): readonly string[] =>
  ENTRY_KINDS.filter((name) => TABLE[name]?.folded === what);
/** Kinds whose lines say something about calls of their visit. */
export const KINDS_ABOUT_CALLS: readonly string[] = ENTRY_KINDS.filter((name) =>
  touchesOf(name).includes('calls'),
);
/** Kinds that are written by a form of the sheet. */
export const formOf = (name: string): Kind['form'] => TABLE[name]?.form;
export const FORM_KINDS = ENTRY_KINDS.filter((name) => formOf(name) !== undefined);

/** What a body lacks or says wrongly, by the records around it. Both sides ask this. */
export function lacksOf<K extends EntryKind>(name: K, body: EntryBody<K>, near: Near): readonly Lack[] {
  return (TABLE[name] as Kind).needs?.(body as never, near) ?? [];
}
