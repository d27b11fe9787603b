import type { Reason } from '../reasons/index.ts';
import type { System, UnitKind, UnitStatus } from '../vocabulary/index.ts';
import { alike, stem, wordsOf, type Clue } from './words.ts';

/** A unit with everything by which somebody might mean it. */
export interface Candidate {
  readonly unitId: string;
  readonly tag: string;
  readonly kind: UnitKind;
  readonly status: UnitStatus;
  readonly serial?: string | undefined;
  readonly model?: string | undefined;
  readonly site: string;
  readonly customer: string;
  /** Areas it serves, in the words of the record. */
  readonly areas: readonly string[];
  /** Thermostats and automation points that control it. */
  readonly controls: readonly string[];
  /** Panels and disconnects on its way, nearest first, with the poles of the breaker where known. */
  readonly feeds: readonly { readonly name: string; readonly poles: readonly number[] }[];
  readonly open: readonly { readonly kind: string; readonly text: string }[];
  readonly openCalls: number;
  readonly flagKinds: readonly string[];
}

export interface Likely {
  readonly unitId: string;
  readonly score: number;
  readonly reasons: readonly Reason[];
}

/** Systems a kind of machine has; a muggy room is not the exhaust fan's first suspect. */
const HAS: Record<UnitKind, readonly System[]> = {
  'package gas/electric': ['cooling', 'heating', 'ventilation', 'drainage', 'electrical', 'controls'],
  'package heat pump': ['cooling', 'heating', 'ventilation', 'drainage', 'electrical', 'controls'],
  'package cooling only': ['cooling', 'ventilation', 'drainage', 'electrical', 'controls'],
  'split with air handler': ['cooling', 'heating', 'ventilation', 'drainage', 'electrical', 'controls'],
  'make-up air': ['heating', 'ventilation', 'electrical', 'controls'],
  'water-source heat pump': [
    'cooling',
    'heating',
    'ventilation',
    'drainage',
    'water side',
    'electrical',
    'controls',
  ],
  boiler: ['heating', 'water side', 'electrical', 'controls'],
  'unit heater': ['heating', 'electrical', 'controls'],
  'exhaust fan': ['ventilation', 'electrical', 'controls'],
};

/** Weights of the evidence; fixed, so that everybody can say why one unit stands above another. */
const WEIGHT = {
  serial: 12,
  tag: 8,
  poles: 7,
  area: 5,
  control: 5,
  panel: 4,
  site: 3,
  customer: 2,
  model: 2,
  system: 2,
  notThatKind: -4,
  open: 2,
  outOfUse: -6,
  standby: -3,
  called: 1,
};

/** A match in other words for the same place counts less than the word itself. */
const OTHER_WORD = 0.6;
const SHORTEST_BEGINNING = 3;
/** What has less than this share of the best one's score only blurs the list. */
const WORTH_SHOWING = 0.3;

interface Match {
  readonly word: string;
  readonly share: number;
  readonly as: string;
}

/** Which words of the clue are in a text: the word itself, a word it begins, or another word for the same place. */
function matches(clue: Clue, text: string, otherWords = true): Match[] {
  const there = wordsOf(text);
  return clue.words.flatMap((word): Match[] => {
    const own = stem(word);
    const direct = there.find((t) => t === own || (own.length >= SHORTEST_BEGINNING && t.startsWith(own)));
    if (direct !== undefined) return [{ word, share: 1, as: direct }];
    const other = (otherWords ? alike(word) : []).map(stem).find((a) => there.includes(a));
    return other === undefined ? [] : [{ word, share: OTHER_WORD, as: other }];
  });
}

const quoted = (found: readonly Match[]) =>
  found.map((m) => (m.share === 1 ? `“${m.word}”` : `“${m.word}” as “${m.as}”`)).join(', ');

/**
 * Ranks units by how likely each is meant, with reasons. A unit needs evidence of its own (place, name, wire); what is felt,
 * what is left open and its state only move it up or down.
 *
 * @param limit how many to give back
 */
export function likelyUnits(clue: Clue, candidates: readonly Candidate[], limit = 8): Likely[] {
  const judged = candidates
    .flatMap((candidate) => judge(clue, candidate) ?? [])
    .toSorted((a, b) => b.score - a.score || (a.unitId < b.unitId ? -1 : 1));
  const best = judged[0]?.score ?? 0;
  return judged.filter((likely) => likely.score >= best * WORTH_SHOWING).slice(0, limit);
}

function judge(clue: Clue, unit: Candidate): Likely | undefined {
  const reasons: Reason[] = [];
  let score = 0;
  let evidence = 0;
  const add = (points: number, rule: string, text: string, source: string) => {
    score += points;
    reasons.push({
      rule,
      text,
      inputs: [
        { label: rule, value: `${points > 0 ? '+' : '−'}${Math.abs(Math.round(points * 10) / 10)}`, source },
      ],
    });
  };
  // Other words for a place are tried where places are named; a site called “Records Annex” is no archive by that alone.
  const text = (
    weight: number,
    rule: string,
    value: string | undefined,
    say: (found: string) => string,
    source: string,
  ) => {
    const found = value === undefined ? [] : matches(clue, value, rule === 'area' || rule === 'control');
    if (found.length === 0) return;
    evidence += found.length;
    add(weight * found.reduce((sum, m) => sum + m.share, 0), rule, say(quoted(found)), source);
  };
  const typed = clue.typed.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  const bare = (value: string) => value.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  if (
    unit.serial &&
    typed.length >= 4 &&
    (typed.includes(bare(unit.serial)) || bare(unit.serial).startsWith(typed))
  ) {
    evidence++;
    add(WEIGHT.serial, 'serial', `Serial ${unit.serial}.`, 'plate');
  }
  if (
    clue.words.length > 0 &&
    typed.includes(bare(unit.tag)) &&
    wordsOf(unit.tag).every((w) => clue.words.map(stem).includes(w))
  ) {
    evidence++;
    add(WEIGHT.tag, 'tag', `Its tag is ${unit.tag}.`, 'record');
  }
  const feed =
    clue.poles.length > 0
      ? unit.feeds.find((f) => clue.poles.some((pole) => f.poles.includes(pole)))
      : undefined;
  if (feed) {
    evidence++;
    add(WEIGHT.poles, 'poles', `Fed from poles ${feed.poles.join('/')} of ${feed.name}.`, 'feeds');
  }
  text(
    WEIGHT.area,
    'area',
    unit.areas.join(' '),
    (found) => `Serves ${unit.areas.join(', ')}: ${found}.`,
    'record',
  );
  text(
    WEIGHT.control,
    'control',
    unit.controls.join(' '),
    (found) => `Controlled by ${unit.controls.join(', ')}: ${found}.`,
    'controls',
  );
  text(
    WEIGHT.panel,
    'panel',
    unit.feeds.map((f) => f.name).join(' '),
    (found) => `Fed through ${unit.feeds.map((f) => f.name).join(', ')}: ${found}.`,
    'feeds',
  );
  text(WEIGHT.site, 'site', unit.site, (found) => `Stands at ${unit.site}: ${found}.`, 'record');
  text(
    WEIGHT.customer,
    'customer',
    unit.customer,
    (found) => `Belongs to ${unit.customer}: ${found}.`,
    'record',
  );
  text(WEIGHT.model, 'model', unit.model, (found) => `Model ${unit.model}: ${found}.`, 'plate');
  if (evidence === 0) return undefined;
  const { system, feltWord } = clue;
  if (system && feltWord) {
    if (HAS[unit.kind].includes(system))
      add(
        WEIGHT.system,
        'what is felt',
        `“${feltWord}” speaks of ${system}, which this ${unit.kind} does.`,
        'complaint',
      );
    else
      add(
        WEIGHT.notThatKind,
        'what is felt',
        `“${feltWord}” speaks of ${system}, which a ${unit.kind} does not do.`,
        'complaint',
      );
  }
  if (unit.open.length > 0)
    add(
      WEIGHT.open,
      'left open',
      `Left not normal: ${unit.open.map((o) => o.kind).join(', ')}.`,
      'open conditions',
    );
  if (unit.openCalls > 0) add(WEIGHT.called, 'open call', 'A call about it is open.', 'calls');
  if (unit.status === 'out of use' || unit.status === 'retired')
    add(WEIGHT.outOfUse, 'state', `It is ${unit.status}.`, 'record');
  if (unit.status === 'standby') add(WEIGHT.standby, 'state', 'It is on standby.', 'record');
  return { unitId: unit.unitId, score, reasons };
}
