import { degF, say, type Said } from '#core/base/quantities';
import { readingQuestions, type ReadingPoint, type ReadingSet } from '#core/evidence';
import type { PartId } from '#core/machine';
import { chargeMustWait } from '#core/measuring/refrigerant';
import { SIM_FLUIDS, type SimFluid } from '#core/simulation';
import { CAUSES, GROUP_WORDS, type CauseId, type Group } from './causes.ts';
import { expectedFrom } from './expected.ts';
import { byGroup, type Said as SaysGroup } from './groups.ts';
import { nextOf, type Next } from './looks.ts';
import { ownOf } from './own.ts';
import { specOf, type Build } from './packed.ts';
import { ranked, type Ranking, type Standing } from './ranked.ts';
import { conditionsOf, READ_AT, seenIn, SHOWN, type Conditions, type Seen, type Shown } from './shown.ts';
import { SPAN, WATER_SPAN, type Surface } from './surfaces.ts';
import { comparedBy, tellingFor, type Compared } from './terms.ts';

/** What is known of the circuit that was read. */
export interface Circuit {
  readonly refrigerant?: string | undefined;
  readonly device?: 'expansion valve' | 'orifice' | undefined;
  readonly rejects: 'air' | 'water';
  readonly phases?: 1 | 3 | undefined;
  readonly heatPump?: boolean | undefined;
  readonly rlaA?: number | undefined;
}

/** One explanation with how likely it is and the number that speaks for it. */
export interface Likely {
  readonly says: Group | 'sound' | 'none of these';
  readonly words: string;
  readonly share: number;
  /** What of it is likeliest, as a finding names it; undefined where nothing is to be found. */
  readonly found?: { readonly part: PartId; readonly failure: string };
  /** What it may be in particular, the likeliest first; the readings cannot part these. */
  readonly among: readonly string[];
  /** Its place among the explanations of {@link Judged.compared}; undefined where there is none. */
  readonly explanation?: number;
  readonly telling?: Compared;
  /** Most of it is together with the likeliest, not instead of it. */
  readonly besides?: boolean;
}

export interface NotYet {
  /** What is not to be done or said yet. */
  readonly words: string;
  /** What comes before it; nothing more than what is undecided where it is empty. */
  readonly first: readonly Said[];
}

/** What a set of readings says of its circuit. */
export interface Judged {
  /** To be answered before anything is made of the readings. */
  readonly questions: readonly Said[];
  /** Without these nothing can be compared. */
  readonly missing: readonly string[];
  /** Readings that can hardly be so, or that nothing is worked out for: nothing is offered while there are any. */
  readonly doubts: readonly Said[];
  /** What masks, and what ends it. */
  readonly undecided: readonly Said[];
  readonly likely: readonly Likely[];
  /** The same, whole. */
  readonly groups: readonly SaysGroup[];
  /** What may be written down as found: next to certain, and nothing stands in its way. */
  readonly offered?: Likely;
  readonly next: readonly Next[];
  readonly notYet: readonly NotYet[];
  /** Every number with what a sound machine would read, and what it would read under each explanation. */
  readonly compared: readonly Compared[];
  /** How surely each metering device, where nobody knows which it is. */
  readonly device?: { readonly name: 'expansion valve' | 'orifice'; readonly share: number };
  /** Readings of its own when it was sound that were taken into account. */
  readonly own: number;
}

const NOTHING: Judged = {
  ...{ questions: [], missing: [], doubts: [], undecided: [], likely: [], groups: [] },
  ...{ next: [], notYet: [], compared: [], own: 0 },
};

/** Refrigerants there are expectations of. */
export const isExpected = (refrigerant: string | undefined): refrigerant is SimFluid =>
  refrigerant !== undefined && Object.hasOwn(SIM_FLUIDS, refrigerant);

/** The builds whose surfaces are needed to judge a circuit: both devices where nobody knows which meters. */
export const buildsFor = ({ refrigerant, device, rejects }: Circuit): Build[] =>
  isExpected(refrigerant)
    ? (device ? [device] : (['expansion valve', 'orifice'] as const)).map((one) => ({
        ...{ refrigerant, device: one, rejects },
      }))
    : [];

/** Explanations that are told, and the least that is. */
const TOLD = { many: 4, from: 0.02 } as const;
/** Acted on from here. */
const ACTED_ON = 0.15;
/** Offered as a finding: this likely, and sound no likelier than that. */
const OFFERED = { from: 0.6, soundBelow: 0.05 } as const;
/** Dirt and too little air hide what the charge is from this share on. */
const MASKS_FROM = 0.15;

/** What is next to certain, and above the rest; undefined where nothing is. */
export function offeredOf(said: readonly SaysGroup[]): SaysGroup | undefined {
  const [first] = said;
  const sound = said.find(({ says }) => says === 'sound')?.share ?? 0;
  const certain = first && first.share > OFFERED.from && sound < OFFERED.soundBelow;
  return certain && first.says !== 'sound' && first.says !== 'none of these' ? first : undefined;
}

/** One set against what is expected in its conditions. */
function against(set: ReadingSet, circuit: Circuit, build: Build, surfaces: readonly Surface[]) {
  const seen = seenIn(set, build.refrigerant, { rlaA: circuit.rlaA, water: circuit.rejects === 'water' });
  const at = conditionsOf(seen);
  return at && { seen, at, expected: expectedFrom(surfaces, specOf(build), at) };
}

/**
 * What a set of readings says of its circuit, in magnitudes: what to ask first, what masks, what it most likely is by
 * which number, what to look at next, and what not to do yet.
 *
 * @param surfaces expectations of each build of {@link buildsFor}, in that order
 * @param healthy sets of the same circuit from when it was sound
 * @param lowestOutdoorF below it the charge is not judged, °F
 */
export function judged(
  set: ReadingSet,
  circuit: Circuit,
  surfaces: readonly (readonly Surface[])[],
  { healthy = [], lowestOutdoorF }: { healthy?: readonly ReadingSet[]; lowestOutdoorF?: number } = {},
): Judged {
  const questions = readingQuestions(set, { refrigerant: circuit.refrigerant });
  const undecided = chargeMustWait(set, lowestOutdoorF);
  const builds = buildsFor(circuit);
  const missing = missingIn(set, circuit);
  if (questions.length > 0 || missing.length > 0 || builds.length === 0)
    return { ...NOTHING, questions, missing, undecided };
  const each = builds.flatMap((build, i) => {
    const now = against(set, circuit, build, surfaces[i] ?? []);
    if (!now) return [];
    const before = healthy.flatMap((one) => against(one, circuit, build, surfaces[i] ?? []) ?? []);
    const own = ownOf(before);
    return [{ ...now, build, own: before.length, ranking: ranked(now.seen, now.expected, own) }];
  });
  const [first, ...others] = each.sort((a, b) => b.ranking.evidence - a.ranking.evidence);
  if (!first) return { ...NOTHING, questions, missing, undecided };
  const share = shareOf(
    first.ranking,
    others.map(({ ranking }) => ranking),
  );
  const ranking = others.reduce((sum, { ranking: other }) => mixed(sum, other, share), first.ranking);
  return {
    ...told(ranking, first.seen, circuit, undecided, first.at),
    ...(others.length > 0 && { device: { name: first.build.device, share } }),
    own: first.own,
  };
}

const missingIn = (set: ReadingSet, { rejects, refrigerant }: Circuit): string[] => {
  const has = (point: ReadingPoint) => set.readings.some((one) => one.point === point);
  return [
    ...(isExpected(refrigerant) ? [] : ['the refrigerant of the plate']),
    ...(rejects === 'air' && set.outdoorF === undefined ? ['outdoor air'] : []),
    ...(rejects === 'water' && !has('water in') ? ['water in'] : []),
    ...(has('return air') || has('mixed air') ? [] : ['return air']),
    ...(has('suction pressure') || has('liquid pressure') ? [] : ['suction and liquid pressure']),
  ];
};

/** How much surer one device is than the others, where nobody knows which it is. */
const shareOf = (best: Ranking, others: readonly Ranking[]): number =>
  1 / (1 + others.reduce((sum, { evidence }) => sum + Math.exp(evidence - best.evidence), 0));

/** Two rankings of one set, each as likely as its device; what would be shown is the likelier one's. */
function mixed(a: Ranking, b: Ranking, share: number): Ranking {
  const both = (x: number, y: number) => share * x + (1 - share) * y;
  const of = (ranking: Ranking, cause: CauseId) => ranking.standing.find((one) => one.cause === cause);
  const causes = new Set([...a.standing, ...b.standing].map(({ cause }) => cause));
  return {
    ...a,
    sound: both(a.sound, b.sound),
    other: both(a.other, b.other),
    standing: [...causes]
      .map((cause) => ({
        ...((of(a, cause) ?? of(b, cause)) as Standing),
        share: both(of(a, cause)?.share ?? 0, of(b, cause)?.share ?? 0),
      }))
      .sort((x, y) => y.share - x.share),
  };
}

function told(
  ranking: Ranking,
  seen: Seen,
  circuit: Circuit,
  waits: readonly Said[],
  at: Conditions,
): Judged {
  const water = circuit.rejects === 'water';
  const groups = byGroup(ranking);
  const explained = groups
    .flatMap(({ says, share }) => {
      const best = ranking.standing.find(({ cause }) => CAUSES[cause].group === says);
      return best && share >= TOLD.from ? [{ says, shown: best.shown }] : [];
    })
    .slice(0, TOLD.many);
  const compared = comparedBy(
    seen.values,
    seen.around,
    [ranking.expected, ...explained.map(({ shown }) => shown)],
    ranking.covariance,
    water,
  );
  const likely = groups
    .filter(({ share }, i) => i === 0 || share >= TOLD.from)
    .slice(0, TOLD.many)
    .map(({ says, share }): Likely => {
      const explanation = explained.findIndex((one) => one.says === says);
      const best = ranking.standing.find(({ cause }) => CAUSES[cause].group === says)?.cause;
      const telling = explanation < 0 ? undefined : tellingFor(compared, explanation, says as Group);
      return {
        ...{ says, share, words: GROUP_WORDS[says] },
        among: ranking.standing
          .filter((one) => CAUSES[one.cause].group === says && one.share >= TOLD.from * share)
          .map(({ cause }) => CAUSES[cause].words),
        ...(best && { found: { part: CAUSES[best].part, failure: CAUSES[best].failure } }),
        ...(explanation >= 0 && { explanation }),
        ...(telling && { telling }),
        ...(isBesides(ranking, says, groups[0]?.says, share) && { besides: true }),
      };
    });
  const undecided = [...waits, ...masks(groups)];
  const doubts = [...doubtsOf(at, seen, water), ...misread(ranking, water)];
  const notYet = gates(groups, circuit, undecided);
  const certain = offeredOf(groups);
  const offered = certain && likely.find(({ says }) => says === certain.says);
  const held =
    offered && (CHARGE.has(offered.says) || offered.says === 'compressor weak') && notYet.length > 0;
  return {
    ...{ questions: [], missing: [], doubts, undecided, likely, groups, notYet, compared, own: 0 },
    ...(offered && !held && doubts.length === 0 && { offered }),
    next: nextOf(ranking, seen, water).slice(0, 3),
  };
}

/** Whether most of a group is in pairs with the likeliest one. */
function isBesides(
  { pairs }: Ranking,
  says: Likely['says'],
  first: Likely['says'] | undefined,
  share: number,
): boolean {
  const groupOf = (cause: CauseId): Likely['says'] => CAUSES[cause].group;
  const together = pairs.filter(({ causes }) => {
    const both = causes.map(groupOf);
    return says !== first && first !== undefined && both.includes(says) && both.includes(first);
  });
  return together.reduce((sum, one) => sum + one.share, 0) > share / 2;
}

const CHARGE: ReadonlySet<string> = new Set<Likely['says']>([
  'too little charge',
  'too much in the condenser',
]);
const MASKING: Readonly<Partial<Record<Likely['says'], string>>> = {
  'condenser gives off too little':
    'the condenser gives off its heat: coil clean and dry, every fan at its speed',
  'too little indoor air': 'the air over the indoor coil is right',
  'outdoor air': 'the outdoor damper is where it belongs',
  'does not run': 'the compressor runs',
  'turns backwards': 'the compressor turns the right way',
  water: 'the water through the coil is right',
};

/** What hides the charge as long as it may be so, by what ends it. */
function masks(groups: readonly SaysGroup[]): Said[] {
  const until = groups.flatMap(({ says, share }) => (share >= MASKS_FROM ? (MASKING[says] ?? []) : []));
  return until.length > 0 ? [`Charge: undecided until ${until.join('; ')}.`] : [];
}

/** What is likelier misread than not. */
function misread({ doubted }: Ranking, water: boolean): Said[] {
  const names = [
    ...[...doubted.readings].map(([i, share]) => ({ name: READ_AT[SHOWN[i] as Shown] as string, share })),
    ...[water ? 'water in' : 'outdoor air', 'return air', 'return wet bulb'].map((name, i) => ({
      ...{ name, share: doubted.conditions[i] ?? 0 },
    })),
  ]
    .filter(({ share }) => share > MISREAD_FROM)
    .map(({ name }) => name);
  if (names.length === 0) return [];
  return [
    names.length === 1
      ? `The ${names[0]} does not go with the rest: read it again.`
      : `These do not go with the rest: ${names.join(', ')}. Read them again.`,
  ];
}
const MISREAD_FROM = 0.5;

/** What can hardly be so, and what the expectations are not worked out for: they are held at their edge. */
function doubtsOf([outdoorF, ontoF]: Conditions, { around }: Seen, water: boolean): Said[] {
  const spans = [water ? WATER_SPAN : SPAN[0], SPAN[1]] as const;
  const names = [water ? 'Water in' : 'Outdoor air', 'Return air'] as const;
  const beyond = [outdoorF, ontoF].flatMap((value, i) => {
    const { middle, half } = spans[i] as (typeof spans)[number];
    const [least, most] = [middle - 1.15 * half, middle + 1.15 * half].map(Math.round) as [number, number];
    return value < least || value > most
      ? [
          say`${names[i] as string} of ${degF(value)} lies beyond what is worked out (${degF(least, most)}): read it again; what is expected is of its edge.`,
        ]
      : [];
  });
  const { wetDoubtedF } = around;
  if (wetDoubtedF === undefined) return beyond;
  return [say`No room of ${degF(ontoF)} has a wet bulb of ${degF(wetDoubtedF)}: read both again.`, ...beyond];
}

/** What must not be done or said yet of what is likely [common practice]. */
function gates(
  groups: readonly SaysGroup[],
  { phases, heatPump }: Circuit,
  undecided: readonly Said[],
): NotYet[] {
  const share = (...all: readonly Likely['says'][]) =>
    groups.filter(({ says }) => all.includes(says)).reduce((sum, one) => sum + one.share, 0);
  const gated: NotYet[] = [];
  if (share('too little charge', 'too much in the condenser') >= ACTED_ON && undecided.length > 0)
    gated.push({ words: 'Add and take out no refrigerant yet.', first: [] });
  if (share('too little charge') >= ACTED_ON && share('fed too little') >= ACTED_ON)
    gated.push({
      words: 'Add no refrigerant yet: the coil may be starved by something else.',
      first: ['Feel and measure along the liquid line, before and after the drier.'],
    });
  if (share('compressor weak', 'does not run') >= ACTED_ON)
    gated.push({
      words: 'Do not condemn the compressor yet.',
      first: [
        'Volts and amps on every leg, shell cool.',
        ...(phases === 1
          ? []
          : ['Two legs swapped and tried: one that turns backwards draws what it should.']),
        ...(heatPump ? ['The reversing valve: does hot gas pass into the suction?'] : []),
        'Charge, air and metering device judged sound.',
      ],
    });
  if (share('fed too little', 'fed too much') >= ACTED_ON)
    gated.push({
      words: 'Do not condemn the metering device yet.',
      first: ['Bulb tight, clean and wrapped; drier and screen without a drop in temperature.'],
    });
  return gated;
}
