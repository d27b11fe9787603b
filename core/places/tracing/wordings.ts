import type { Says, Worded, WordsOf } from '#core/base/reasons';
import { capital, plural } from '#core/base/sentences';
import { dayWords } from '#core/base/time';
import type { FactLine, TracingReason, TracingRules } from './rules.ts';

const factInputs = (facts: readonly FactLine[]): Worded['inputs'] =>
  facts.map(({ what, how, by, on }) => ({ label: what, value: how, source: `${by}, ${dayWords(on)}` }));

/** Words for the rules about what cannot be so in the feeds and controls of a site. */
export const tracingWords: WordsOf<TracingRules> = {
  'poles taken twice': ({ facts }) => ({
    text: 'One pole carries one breaker.',
    inputs: factInputs(facts),
    threshold: 'each pole once',
  }),
  'fed twice': ({ facts }) => ({
    text: 'One of them may be a control or heat circuit of its own; until that is settled, lock out both.',
    inputs: factInputs(facts),
    threshold: 'one feed',
  }),
  loop: ({ facts }) => ({
    text: 'Nothing feeds itself.',
    inputs: factInputs(facts),
    threshold: 'no way back',
  }),
  'poles beyond the panel': ({ facts, to, from, poles, spaces }) => ({
    text: `${to} is said to be on ${poles} of ${from}, which has ${spaces} spaces.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${spaces} spaces`, source: 'the panel' }],
    threshold: `at most ${spaces}`,
  }),
  'poles not neighbours': ({ facts, to, poles }) => ({
    text: `${to}: poles ${poles.join('/')} are not neighbours on one side of the panel, such as 8/10/12.`,
    inputs: [...factInputs(facts), { label: 'against', value: 'panel layout', source: 'common practice' }],
    threshold: 'two apart',
  }),
  'wrong voltage': ({ facts, to, plateV, fedV, sharePct }) => ({
    text: `${to} has a ${plateV} V plate and is said to be fed with ${fedV} V.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${plateV} V`, source: 'plate' }],
    threshold: `±${sharePct} % of the plate`,
  }),
  'wrong phase': ({ facts, to, phase, poles }) => ({
    text: `${to} is a ${phase}-phase unit on ${plural(poles, 'pole')}.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${phase} phase`, source: 'plate' }],
    threshold: phase === 3 ? 'three poles' : 'one or two poles',
  }),
  'breaker below minimum': ({ facts, to, breakerA, limitA }) => ({
    text: `${to}: a ${breakerA} A breaker is below the plate’s minimum circuit ampacity of ${limitA} A.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${limitA} A`, source: 'plate' }],
    threshold: `at least ${limitA} A`,
  }),
  'breaker above maximum': ({ facts, to, breakerA, limitA }) => ({
    text: `${to}: a ${breakerA} A breaker is above the plate’s maximum of ${limitA} A.`,
    inputs: [...factInputs(facts), { label: 'against', value: `${limitA} A`, source: 'plate' }],
    threshold: `at most ${limitA} A`,
  }),
  'area served by nobody': ({ facts, area }) => ({
    text:
      facts.length > 0
        ? `${area} is served only by what is out of use.`
        : `Nobody has written down what serves ${area}.`,
    inputs: factInputs(facts),
    threshold: 'at least one unit in use',
  }),
};

/** The sentence of a contradiction: it names what cannot both be right, where the reason says why. */
export function contradictionWords(reason: TracingReason): string {
  switch (reason.rule) {
    case 'poles taken twice': {
      const { a, b, poles, panel } = reason.params;
      return `${capital(a)} and ${b} are both said to be on ${poles} of ${panel}.`;
    }
    case 'fed twice':
      return `${capital(reason.params.to)} is said to be fed from ${reason.params.from.join(' and from ')}.`;
    case 'loop':
      return `A loop: ${reason.params.way.join(' → ')}.`;
    default: {
      const say = tracingWords[reason.rule] as (params: TracingReason['params']) => Says;
      return say(reason.params).text;
    }
  }
}
