import type { Says, WordsOf } from '#core/base/reasons';
import type { LocateRules } from './rules.ts';

const weight = (points: number, source: string) => ({
  label: 'weight',
  value: `${points > 0 ? '+' : '−'}${Math.abs(Math.round(points * 10) / 10)}`,
  source,
});

const clue =
  (say: (names: string) => string, source: string) =>
  ({ points, found, names }: LocateRules['area']): Says => ({
    text: `${say(names.join(', '))}: ${found.map((m) => (m.word === m.as ? `“${m.word}”` : `“${m.word}” as “${m.as}”`)).join(', ')}.`,
    inputs: [weight(points, source)],
  });

/** Words for the rules about which unit is meant. */
export const locateWords: WordsOf<LocateRules> = {
  serial: ({ points, serial }) => ({ text: `Serial ${serial}.`, inputs: [weight(points, 'plate')] }),
  tag: ({ points, tag }) => ({ text: `Its tag is ${tag}.`, inputs: [weight(points, 'record')] }),
  poles: ({ points, poles, of }) => ({
    text: `Fed from poles ${poles.join('/')} of ${of}.`,
    inputs: [weight(points, 'feeds')],
  }),
  area: clue((names) => `Serves ${names}`, 'record'),
  control: clue((names) => `Controlled by ${names}`, 'controls'),
  panel: clue((names) => `Fed through ${names}`, 'feeds'),
  site: clue((names) => `Stands at ${names}`, 'record'),
  customer: clue((names) => `Belongs to ${names}`, 'record'),
  model: clue((names) => `Model ${names}`, 'plate'),
  'kind named': clue((names) => `Is a ${names}`, 'record'),
  'what is felt': ({ points, word, system, kind, does }) => ({
    text: `“${word}” speaks of ${system}, which ${does ? `this ${kind} does` : `a ${kind} does not do`}.`,
    inputs: [weight(points, 'complaint')],
  }),
  'left open': ({ points, conditions }) => ({
    text: `Left open: ${conditions.join(', ')}.`,
    inputs: [weight(points, 'open conditions')],
  }),
  'open call': ({ points }) => ({ text: 'A call about it is open.', inputs: [weight(points, 'calls')] }),
  state: ({ points, status }) => ({
    text: status === 'standby' ? 'It is on standby.' : `It is ${status}.`,
    inputs: [weight(points, 'record')],
  }),
};
