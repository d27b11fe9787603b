import { dangerSeen, slotName, type PartId } from '#core/machine';
import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import { dangerFound, type AnswerNumber, type EntryBody } from '#core/record/kinds';
import type { VisitFact } from './entries.ts';
import { lentBy } from './lines.ts';
import type { Standing } from './standing.ts';

/*
 * What stands open on a subject, from whichever line says so: somebody left it, found it, saw it, or a reading
 * asks to act on it (acts.ts). One fact is one condition, however often it was written.
 */

/** Which line opened a condition. */
export const CONDITION_SOURCES = ['left', 'found', 'seen', 'measured'] as const;
export type ConditionSource = (typeof CONDITION_SOURCES)[number];

export interface ConditionState {
  /** Root of the first line that says so; stays the same however often the words are put right. */
  readonly id: string;
  readonly source: ConditionSource;
  /** Roots of all lines that say it: closing any of them closes it. */
  readonly lines: readonly string[];
  readonly visitId: string;
  readonly kind: ConditionKind;
  readonly hazard: boolean;
  readonly circuit: number | null;
  readonly part: PartId | null;
  /** The rule of the answer that asks to act, and the mode it was measured in. */
  readonly rule: string | null;
  readonly mode: string | null;
  readonly text: string;
  /** The newest answer that asks to act; null where it was not measured. */
  readonly answer: AnswerNumber | null;
  readonly changedFrom: string | null;
  readonly changedTo: string | null;
  readonly closes: string | null;
  readonly told: string | null;
  /** What was made safe; null where nobody says that anything was. */
  readonly madeSafe: string | null;
  readonly openedMs: number;
  readonly openedBy: string | null;
  readonly closed: Closed | null;
}
export interface Closed {
  readonly atMs: number;
  readonly entryId: string;
}

/** Kinds that are what was made safe; a hazard left running makes nothing safe. */
export const MAKES_SAFE: ReadonlySet<ConditionKind> = new Set([
  'heat disabled',
  'exchanger holed or cracked',
  'out of use',
]);

export type Opening = Omit<ConditionState, 'closed' | 'lines'>;

/** True where the lines of one fact are to be one condition: somebody found it, and it was left as well. */
function sameFact(open: ConditionState, next: Opening): boolean {
  const told = (source: ConditionSource) => source === 'found' || source === 'seen';
  if (!told(open.source) && !told(next.source)) return false;
  if (open.circuit !== null && next.circuit !== null && open.circuit !== next.circuit) return false;
  if (open.kind === next.kind) return true;
  // Heat that is switched off for a holed exchanger is how that was made safe, and no second thing.
  const kinds = [open.kind, next.kind];
  return kinds.includes('heat disabled') && kinds.includes('exchanger holed or cracked');
}

/** A condition with a line more that says it. */
const withLine = (open: ConditionState, next: Opening): ConditionState => ({
  ...open,
  kind: open.kind === 'heat disabled' ? next.kind : open.kind,
  hazard: open.hazard || next.hazard,
  lines: [...open.lines, next.id],
  part: open.part ?? next.part,
  text: [...new Set([open.text, next.text])].filter(Boolean).join('. '),
  changedFrom: open.changedFrom ?? next.changedFrom,
  changedTo: open.changedTo ?? next.changedTo,
  closes: open.closes ?? next.closes,
  told: open.told ?? next.told,
  madeSafe: open.madeSafe ?? next.madeSafe,
});

/** What a line says of a condition it opens; what it does not say is null. */
type Says = Pick<Opening, 'source' | 'text'> & { readonly [N in keyof Opening]?: Opening[N] | undefined };

/** A condition as one line opens it; under its root, or an id of its own. */
export const opening = (e: Standing, kind: ConditionKind, says: Says): Opening => ({
  id: says.id ?? e.rootId,
  source: says.source,
  visitId: e.visitId,
  kind,
  hazard: CONDITION_KINDS[kind]?.hazard ?? false,
  circuit: says.circuit ?? null,
  part: says.part ?? null,
  rule: says.rule ?? null,
  mode: says.mode ?? null,
  text: says.text,
  answer: says.answer ?? null,
  changedFrom: says.changedFrom ?? null,
  changedTo: says.changedTo ?? null,
  closes: says.closes ?? null,
  told: says.told ?? null,
  madeSafe: says.madeSafe ?? null,
  openedMs: e.occurredMs,
  openedBy: e.authorId,
});

/** What a line opens on a subject, where it opens something. */
function openingOf(
  e: Standing,
  subjectId: string,
  since: number,
  words: ReadonlyMap<string, PartId>,
): Opening | undefined {
  if (lentBy(e) === subjectId) return lending(e);
  if (e.kind === 'condition left') {
    const {
      condition,
      circuit,
      text,
      told,
      changedFrom,
      changedTo,
      closes: ends,
    } = e.body as EntryBody<'condition left'>;
    const madeSafe = MAKES_SAFE.has(condition) ? text : null;
    const says = { circuit, text, told, changedFrom, changedTo, closes: ends, madeSafe };
    return opening(e, condition, { source: 'left', ...says });
  }
  if (e.recordedMs < since) return undefined;
  if (e.kind === 'finding') {
    const body = e.body as EntryBody<'finding'>;
    const danger = dangerFound(body, words);
    if (!danger) return undefined;
    const { grade, component, failure, circuit, madeSafe, told } = body;
    const text = `${component} ${failure}, ${grade}${madeSafe ? `. Made safe: ${madeSafe}` : ''}`;
    return opening(e, danger.kind, { source: 'found', part: danger.part, circuit, text, told, madeSafe });
  }
  if (e.kind !== 'look') return undefined;
  const { part, sign, circuit } = e.body as EntryBody<'look'>;
  const kind = dangerSeen(part, sign);
  return kind && opening(e, kind, { source: 'seen', part, circuit, text: `${part}: ${sign}` });
}

/** The part that another unit runs on now. */
function lending(e: Standing): Opening {
  const { installed } = e.body as EntryBody<'work'>;
  const { slot, borrowed } = installed as NonNullable<typeof installed>;
  const text = `${slotName(slot)}: now in ${borrowed?.to}`;
  return opening(e, 'part borrowed', { source: 'left', part: slot.part, circuit: slot.circuit, text });
}

/** Whether a line closes a condition: it names it, or puts in new the part it was found at or that was lent. */
function closes(e: Standing, one: ConditionState, roots: ReadonlyMap<string, string>): boolean {
  if (e.kind === 'condition closed') {
    const { conditionId } = e.body as EntryBody<'condition closed'>;
    return one.lines.includes(roots.get(conditionId) ?? conditionId);
  }
  const { installed } = e.body as EntryBody<'work'>;
  const byPart = one.source === 'found' || one.source === 'seen' || one.kind === 'part borrowed';
  if (!installed || one.part === null || !byPart) return false;
  const { part, circuit } = installed.slot;
  return one.part === part && (circuit === null || one.circuit === null || one.circuit === circuit);
}

/**
 * Conditions that lines have left, found or seen, each with the first closing that stands. A closing on a
 * visit to another site is about something else; nothing closes before it was opened, since clocks of two
 * phones may differ.
 *
 * @param own lines about the subject, and those that put a part of it elsewhere
 * @param all lines that may close something of it
 * @param since lines recorded before it say nothing beyond what was left: they were written under older rules
 */
export function conditionsOf(
  subject: { readonly id: string; readonly siteId: string },
  own: readonly Standing[],
  all: readonly Standing[],
  {
    roots,
    visits,
    words,
    since,
  }: {
    readonly roots: ReadonlyMap<string, string>;
    readonly visits: ReadonlyMap<string, VisitFact>;
    readonly words: ReadonlyMap<string, PartId>;
    readonly since: number;
  },
): ConditionState[] {
  const closings = all.filter(
    (e) =>
      (e.kind === 'condition closed' && visits.get(e.visitId)?.siteId === subject.siteId) ||
      (e.kind === 'work' && (e.unitId ?? e.pointId) === subject.id),
  );
  const found: ConditionState[] = [];
  for (const e of own) {
    const next = openingOf(e, subject.id, since, words);
    // A history brought in from elsewhere says what was found once, not what is so today.
    if (!next || (next.source !== 'left' && visits.get(e.visitId)?.source === 'imported')) continue;
    const at = found.findIndex((one) => !closedBefore(one, next.openedMs) && sameFact(one, next));
    const now: ConditionState =
      at === -1 ? { ...next, lines: [next.id], closed: null } : withLine(found[at] as ConditionState, next);
    const whole = closedBy(now, closings, roots);
    if (at === -1) found.push(whole);
    else found[at] = whole;
  }
  return found;
}

const closedBefore = ({ closed }: ConditionState, atMs: number): boolean =>
  closed !== null && closed.atMs < atMs;

/** A condition with the first closing that stands. */
function closedBy(
  one: ConditionState,
  closings: readonly Standing[],
  roots: ReadonlyMap<string, string>,
): ConditionState {
  const first = closings.find(
    (e) => (e.kind === 'condition closed' || e.occurredMs >= one.openedMs) && closes(e, one, roots),
  );
  const closed = first ? { atMs: Math.max(first.occurredMs, one.openedMs), entryId: first.id } : null;
  return { ...one, closed };
}
