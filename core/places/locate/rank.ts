import { compareText } from '#core/base/collections';
import { distance } from 'fastest-levenshtein';
import { systemsOf } from '#core/machine';
import type { UnitKind, UnitStatus } from '#core/base/vocabulary';
import { alike, stem, wordsOf, type Clue } from './words.ts';
import { because, type LocateReason } from './rules.ts';

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

interface Likely {
  readonly unitId: string;
  readonly score: number;
  readonly reasons: readonly LocateReason[];
}

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
  kind: 4,
  /** A pole of the very panel that was named is one clue, and a strong one. */
  poleOfPanel: 5,
  system: 2,
  notThatKind: -4,
  open: 2,
  outOfUse: -6,
  standby: -3,
  called: 1,
};

/** A match in other words for the same place counts less than the word itself. */
const OTHER_WORD = 0.6;
/** A slip of the finger in a long word: less than the word, more than nothing. */
const SLIP = 0.7;
const SHORTEST_WITH_SLIP = 5;
const AGAIN = 0.3;
const SHORTEST_BEGINNING = 3;
const SHORTEST_SERIAL = 4;
/** What has less than this share of the best one's score only blurs the list. */
const WORTH_SHOWING = 0.3;

interface Match {
  readonly word: string;
  readonly share: number;
  readonly as: string;
}

/**
 * Which words of the clue are in a text: the word itself, a word it begins, or another word for the same
 * place.
 */
function matches(clue: Clue, text: string, otherWords = true): Match[] {
  const there = wordsOf(text);
  return clue.words.flatMap((word): Match[] => {
    const own = stem(word);
    const direct = there.find((t) => t === own || (own.length >= SHORTEST_BEGINNING && t.startsWith(own)));
    if (direct !== undefined) return [{ word, share: 1, as: direct }];
    const other = (otherWords ? alike(word) : []).map(stem).find((a) => there.includes(a));
    if (other !== undefined) return [{ word, share: OTHER_WORD, as: other }];
    const slip =
      own.length >= SHORTEST_WITH_SLIP && !/\d/.test(own)
        ? there.find((t) => t.length >= SHORTEST_WITH_SLIP && distance(t, own) === 1)
        : undefined;
    return slip === undefined ? [] : [{ word, share: SLIP, as: slip }];
  });
}

/**
 * Ranks units by how likely each is meant, with reasons. A unit needs evidence of its own (place, name,
 * wire); what is felt, what is left open and its state only move it up or down.
 *
 * @param limit how many to give back
 */
export function likelyUnits(clue: Clue, candidates: readonly Candidate[], limit = 8): Likely[] {
  const panel = panelWords(clue, candidates);
  const rarity = rarities(clue, candidates);
  const judged = candidates
    .flatMap((candidate) => judge(clue, candidate, { rarity, panel }) ?? [])
    .toSorted((a, b) => b.score - a.score || compareText(a.unitId, b.unitId));
  const best = judged[0]?.score ?? 0;
  return judged.filter((likely) => likely.score >= best * WORTH_SHOWING).slice(0, limit);
}

/**
 * The feed whose poles were named: those of the breaker nearest the unit, all of them, and of the panel that
 * was named where one was. A pole of another panel is another breaker.
 */
function feedMeant(
  clue: Clue,
  feeds: Candidate['feeds'],
): { name: string; poles: readonly number[]; points: number } | undefined {
  if (clue.poles.length === 0) return undefined;
  const words = clue.words.map(stem);
  const named = (name: string) => wordsOf(name).every((word) => words.includes(word));
  const panels = feeds.filter(({ name, poles }) => poles.length > 0 && named(name));
  const [best] = (panels.length > 0 ? panels : feeds)
    .map((feed) => ({
      ...feed,
      share: clue.poles.filter((pole) => feed.poles.includes(pole)).length / clue.poles.length,
    }))
    .filter(({ share }) => share > 0)
    .sort((a, b) => b.share - a.share);
  if (!best) return undefined;
  const points = round(WEIGHT.poles * best.share + (panels.length > 0 ? WEIGHT.poleOfPanel * best.share : 0));
  return { name: best.name, poles: best.poles, points };
}

const round = (points: number): number => Math.round(points * 10) / 10;

type TextClue = 'area' | 'control' | 'panel' | 'site' | 'customer' | 'model' | 'kind named';

/**
 * How much a word tells: one that names few of the candidates tells which is meant, one that names them all
 * tells nothing more. Between a half and one and a half, so that reasons keep their order of size.
 */
function rarities(clue: Clue, candidates: readonly Candidate[]): ReadonlyMap<string, number> {
  const texts = candidates.map((c) => [...c.areas, ...c.controls, c.kind, c.site, c.customer].join(' '));
  return new Map(
    clue.words.map((word) => {
      const named = texts.filter((text) => matches({ ...clue, words: [word] }, text).length > 0).length;
      const share = named / Math.max(1, candidates.length);
      return [word, 1.5 - share];
    }),
  );
}

/**
 * Words of a panel that is named together with poles: they name the breaker, and no room that has them too.
 */
function panelWords(clue: Clue, candidates: readonly Candidate[]): ReadonlySet<string> {
  if (clue.poles.length === 0) return new Set();
  const words = clue.words.map(stem);
  const named = candidates
    .flatMap((candidate) => candidate.feeds.map((feed) => wordsOf(feed.name)))
    .filter((name) => name.length > 1 && name.every((word) => words.includes(word)));
  return new Set(named.flat());
}

function judge(
  clue: Clue,
  unit: Candidate,
  { rarity, panel }: { readonly rarity: ReadonlyMap<string, number>; readonly panel: ReadonlySet<string> },
): Likely | undefined {
  const reasons: LocateReason[] = [];
  const places: string[] = [];
  let score = 0;
  let evidence = 0;
  const add = (reason: LocateReason & { readonly params: { readonly points: number } }) => {
    score += reason.params.points;
    reasons.push(reason);
  };
  // Other words for a place are tried where places are named; a site called “Records Annex” is no archive by
  // that alone.
  const text = (weight: number, rule: TextClue, names: readonly string[]) => {
    const words = rule === 'panel' ? clue.words : clue.words.filter((word) => !panel.has(stem(word)));
    const matched = matches(
      { ...clue, words },
      names.join(' '),
      ['area', 'control', 'kind named'].includes(rule),
    );
    if (matched.length === 0) return;
    evidence += matched.length;
    // A thermostat is called after its room: the same word there says little more.
    const said = new Set(rule === 'control' ? places : []);
    if (rule === 'area') places.push(...matched.map((m) => m.word));
    const found = matched.map((m) => ({ word: m.word, as: m.share === 1 ? m.word : m.as }));
    add(
      because(rule, {
        points: round(
          weight *
            matched.reduce(
              (sum, m) => sum + m.share * (rarity.get(m.word) ?? 1) * (said.has(m.word) ? AGAIN : 1),
              0,
            ),
        ),
        found,
        names,
      }),
    );
  };
  const typed = clue.typed.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  const bare = (value: string) => value.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  const { serial, tag } = unit;
  // "?" or "n/a" on a plate that nobody could read is no serial.
  const plate = bare(serial ?? '');
  const read = plate.length >= SHORTEST_SERIAL && typed.length >= SHORTEST_SERIAL;
  if (serial && read && (typed.includes(plate) || plate.startsWith(typed))) {
    evidence++;
    add(because('serial', { points: WEIGHT.serial, serial }));
  }
  if (
    clue.words.length > 0 &&
    typed.includes(bare(tag)) &&
    wordsOf(tag).every((w) => clue.words.map(stem).includes(w))
  ) {
    evidence++;
    add(because('tag', { points: WEIGHT.tag, tag }));
  }
  const feed = feedMeant(clue, unit.feeds);
  if (feed) {
    evidence++;
    add(because('poles', { points: feed.points, poles: feed.poles, of: feed.name }));
  }
  text(WEIGHT.area, 'area', unit.areas);
  text(WEIGHT.control, 'control', unit.controls);
  text(
    WEIGHT.panel,
    'panel',
    unit.feeds.map((f) => f.name),
  );
  text(WEIGHT.site, 'site', [unit.site]);
  text(WEIGHT.customer, 'customer', [unit.customer]);
  text(WEIGHT.kind, 'kind named', [unit.kind]);
  text(WEIGHT.model, 'model', unit.model === undefined ? [] : [unit.model]);
  if (evidence === 0) return undefined;
  const { system, feltWord } = clue;
  if (system && feltWord) {
    // A muggy room is not the exhaust fan's first suspect.
    const does = systemsOf(unit.kind).has(system);
    const points = does ? WEIGHT.system : WEIGHT.notThatKind;
    add(because('what is felt', { points, word: feltWord, system, kind: unit.kind, does }));
  }
  if (unit.open.length > 0)
    add(because('left open', { points: WEIGHT.open, conditions: unit.open.map((o) => o.kind) }));
  if (unit.openCalls > 0) add(because('open call', { points: WEIGHT.called }));
  if (unit.status === 'out of use' || unit.status === 'retired')
    add(because('state', { points: WEIGHT.outOfUse, status: unit.status }));
  if (unit.status === 'standby') add(because('state', { points: WEIGHT.standby, status: unit.status }));
  return { unitId: unit.unitId, score, reasons };
}
