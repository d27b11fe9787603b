import type { Priority, System } from '#core/base/vocabulary';
import { plain } from './plain.ts';

/*
 * The words of a caller, read at each key: what can hurt somebody is heard before anything else, and what to
 * tell the caller at once stands with it. It informs; the utility, the fire service and local rules decide.
 */

type DangerKind =
  | 'gas smell'
  | 'carbon monoxide'
  | 'smoke or fire'
  | 'burning smell'
  | 'sparks'
  | 'water near electrics'
  | 'refrigerant leak indoors'
  | 'people at risk'
  | 'no heat in frost'
  | 'water comes through'
  | 'goods at risk'
  | 'machine at risk';

export interface Danger {
  readonly kind: DangerKind;
  readonly priority: Priority;
  /** The caller's own words it was heard in. */
  readonly heard: string;
  /** What to tell the caller now, before the call goes on; undefined where there is nothing to do at once. */
  readonly tell: string | undefined;
}

interface Rule {
  readonly kind: DangerKind;
  readonly priority: Priority;
  readonly words: RegExp;
  readonly tell?: string;
}

const GOODS =
  '(server rooms?|servers?|vaccines?|medicines?|stock|inventory|archives?|samples?|artworks?|exhibits?|plants?|kilns?|cold stores?|cold rooms?|cool rooms?|walk ?ins?|freezers?)';
const SPOILT = '(warm\\w*|hot|heat\\w*|cold|humid|damp|spoil\\w*|shut\\w*|risk|ruin\\w*)';

/**
 * What is heard as what, worst first [common practice]. What to tell follows the usual advice of gas
 * utilities and fire services: people out, nobody touches switches, call from outside.
 */
const RULES: readonly Rule[] = [
  {
    kind: 'gas smell',
    priority: 'at once',
    words:
      /\b(smell\w*|odou?r|whiff|stink\w*|reek\w*)\b[^.]{0,20}\b(of )?gas\b|\bgas\b[^.]{0,15}\b(smell\w*|odou?r|leak\w*)|\brotten eggs?\b/,
    tell: 'Everybody out now. Touch no switch, light nothing, use no telephone inside. From outside call the gas utility’s emergency line, then us.',
  },
  {
    kind: 'carbon monoxide',
    priority: 'at once',
    words:
      /\bcarbon monoxide\b|\bco\b[^.]{0,15}\b(alarm|detector|monitor|beep\w*)|\b(alarm|detector|monitor)\b[^.]{0,15}\bco\b|\b(headaches?|dizzy|dizziness|nausea\w*)\b/,
    tell: 'Everybody out into fresh air now, and count them. Call the fire service from outside; whoever has a headache or is dizzy needs an ambulance. Nobody goes back in.',
  },
  {
    kind: 'smoke or fire',
    priority: 'at once',
    words:
      /\bsmok(e|ing|y)\b|\bon fire\b|\bflames?\b|\bfire\b(?! (alarm test|door|damper|drill|department|station|house))/,
    tell: 'Everybody out, call the fire service first. Do not open the unit. If the disconnect is outside and safe to reach, off with it.',
  },
  {
    kind: 'burning smell',
    priority: 'at once',
    words:
      /\b(burn\w*|burnt|scorch\w*|melt\w*)\b[^.]{0,15}\b(smell\w*|odou?r|plastic|wire\w*|rubber)|\b(smell\w*|odou?r)\b[^.]{0,25}\b(burn\w*|burnt|electrical|plastic|rubber)/,
    tell: 'Thermostat off; at the breaker too, if it can be reached safely. If it goes on or smoke comes: out, and the fire service first.',
  },
  {
    kind: 'sparks',
    priority: 'at once',
    words:
      /\bspark(s|ed|ing)?\b|\barc(ed|ing)\b|\bshock(ed|s)?\b|\belectrocut\w*|\bbuzz\w* (panel|breaker|disconnect)/,
    tell: 'Keep everybody away and touch nothing. Breaker off only if it can be reached dry and safely. Somebody who got a shock needs an ambulance.',
  },
  {
    kind: 'water near electrics',
    priority: 'at once',
    words:
      /\b(water|leak\w*|drip\w*|wet|flood\w*|pour\w*)\b[^.]{0,40}\b(panel|breaker\w*|electric\w*|switchgear|outlet\w*|light\w*|server\w*|computer\w*|disconnect)\b|\b(panel|electric\w*|outlet\w*|light fixture\w*|server\w*)\b[^.]{0,30}\b(wet|water|drip\w*|leak\w*)/,
    tell: 'Keep everybody away from the wet place and touch no switch there. Cut the power for it only from a dry place.',
  },
  {
    kind: 'refrigerant leak indoors',
    priority: 'at once',
    words: /\b(refrigerant|freon) (leak|alarm|smell|detector)|\bleak detector\b[^.]{0,15}\balarm/,
    tell: 'Everybody out of the room, doors open to the outside, no flame. Nobody goes back in until it is aired.',
  },
  {
    kind: 'people at risk',
    priority: 'at once',
    words:
      /\b(patients?|residents?|elderly|infants?|babies|oxygen|surgery|operating room|icu|animals?|dogs?|cats?|kennel\w*|passed out|faint\w*|heat ?stroke)\b/,
    tell: 'Ask whether anybody feels unwell: then the ambulance first. Move whoever is at risk to a cooler or warmer room.',
  },
  {
    kind: 'no heat in frost',
    priority: 'today',
    words:
      /\bno heat\b[^.]{0,60}\b(freez\w*|frost|snow|ice|below zero|pipes?)\b|\b(freez\w*|frost|snow|below zero|pipes?)\b[^.]{0,60}\bno heat\b|\bpipes?\b[^.]{0,20}\b(froz\w*|freez\w*|burst)|\bfreezing in here\b/,
    tell: 'Let the taps run a little, open the doors under sinks, keep outside doors shut.',
  },
  {
    kind: 'water comes through',
    priority: 'today',
    words:
      /\b(water|leak\w*|drip\w*|pour\w*|flood\w*)\b[^.]{0,30}\b(ceilings?|tiles?|floors?|carpets?|walls?|desks?)\b|\bceilings?\b[^.]{0,20}\b(wet|leak\w*|drip\w*|water|sagg?\w*)\b/,
    tell: 'Thermostat off there: a unit at rest makes no more water. A bucket under it, and nobody beneath a tile that sags.',
  },
  {
    kind: 'goods at risk',
    priority: 'today',
    words: new RegExp(
      `\\b${GOODS}\\b[^.]{0,40}\\b${SPOILT}|\\b${SPOILT}[^.]{0,40}\\b${GOODS}\\b|\\b(spoil\\w*|ruin\\w*)\\b`,
    ),
  },
  {
    kind: 'machine at risk',
    priority: 'today',
    words:
      /\b(roar\w*|shak(es?|ing)|vibrat\w*|grind\w*|screech\w*|bang(s|ing)|clank\w*|knock(s|ing)|howl\w*)\b/,
    tell: 'Off at the thermostat until somebody has looked: each start can cost the machine.',
  },
];

/** Words right before a danger that take it back: "no gas smell", "it is not smoking", "without sparks". */
const DENIED = /\b(no|not|never|without|isn t|aren t|doesn t|don t|nor)\s+(\w+\s+){0,2}$/;

/**
 * What can hurt somebody in a caller's words, worst first. A danger that the caller denies is not heard;
 * what is not known by these words is not heard either, so silence here means nothing.
 *
 * @example dangersHeard('we smell gas by the back door')[0].kind // 'gas smell'
 */
export function dangersHeard(words: string): Danger[] {
  const text = plain(words);
  return RULES.flatMap(({ kind, priority, words: rule, tell }): Danger[] => {
    for (const match of text.matchAll(new RegExp(rule.source, 'g'))) {
      // "no heat" is what is wrong, not a denial of it.
      if (kind !== 'no heat in frost' && DENIED.test(text.slice(0, match.index))) continue;
      return [{ kind, priority, heard: match[0], tell }];
    }
    return [];
  });
}

/** Words that name the system a complaint is about [common practice]; the first that fits. */
const SYSTEM_WORDS: readonly (readonly [System, RegExp])[] = [
  ['drainage', /\b(water|drip\w*|condensate|drain\w*|ceiling (tile|stain)\w*|puddle|flood\w*)\b/],
  [
    'heating',
    /\bno heat\b|\bnot heating\b|\bheat(er|ing)?\b[^.]{0,20}\b(out|off|down|not|won t|quit)\b|\b(cold|freezing|chilly)\b/,
  ],
  [
    'cooling',
    /\bno (cool\w*|ac|a c|air)\b|\bnot cool\w*|\b(hot|warm|humid|muggy|stuffy)\b|\b(ac|a c|air condition\w*)\b/,
  ],
  ['controls', /\b(thermostat|stat|screen|display)\b[^.]{0,20}\b(blank|dead|locked|wrong)\b/],
  ['ventilation', /\b(no air ?flow|exhaust|fumes|odou?r|smell\w*|draft\w*)\b/],
  ['electrical', /\b(breaker|tripp\w*|fuse)\b/],
];

/** The system that the words name; undefined where they name none. */
export const systemHeard = (words: string): System | undefined =>
  SYSTEM_WORDS.find(([, rule]) => rule.test(plain(words)))?.[0];

/** What is worth asking about a complaint, when its words call for it: never twelve empty boxes. */
export const QUESTIONS = {
  down: 'How many are down',
  thermostat: 'Is the thermostat blank',
  reset: 'What was reset, and by whom',
  sinceNew: 'Has it ever worked since new',
  theory: 'What the caller thinks it is',
  approver: 'Who may approve',
  payer: 'Who pays',
} as const;
export type QuestionName = keyof typeof QUESTIONS;

const ASKED: readonly (readonly [QuestionName, RegExp])[] = [
  ['down', /\b(units|both|all|several|whole|everything|entire|building)\b/],
  [
    'thermostat',
    /\b(thermostat|stat|display|screen|blank)\b|\bno (heat|cool\w*|air|ac)\b|\bnot (heating|cooling|running|working|coming on)\b|\bdead\b/,
  ],
  ['reset', /\b(reset\w*|breaker|tripp\w*|lock(ed|out)|restart\w*|turned (it )?(off|on))\b/],
  ['sinceNew', /\b(new|install\w*|start ?up|just put in|replaced|again|never)\b/],
  ['theory', /\b(think|thinks|probably|believe|guess|must be|last time|told us|said it)\b/],
  ['approver', /\b(quote|price|cost|how much|approv\w*|budget|estimate|replace\w*)\b/],
  ['payer', /\b(warranty|landlord|tenant|lease|contract|insurance|bill\w*|pays?|invoice)\b/],
];

/** The questions a complaint calls for, in the order in which they are asked. */
export const questionsFor = (words: string): QuestionName[] => {
  const text = plain(words);
  return ASKED.flatMap(([name, rule]) => (rule.test(text) ? [name] : []));
};

export * from './told.ts';
