import { plain, type WordsOf } from '#core/base/reasons';
import { capital, plural } from '#core/base/sentences';
import { dayWords } from '#core/base/time';
import type { IntakeRules } from './rules.ts';

/** Words for the rules about how soon somebody has to come. */
export const intakeWords: WordsOf<IntakeRules> = {
  danger: plain(
    'Gas smell, smoke, burning or CO: people first; emergency services before us where life is at risk.',
  ),
  'danger heard': ({ kind, words }) => ({
    text: `The caller speaks of ${kind}: “${words}”.`,
    inputs: [{ label: kind, value: words, source: 'caller' }],
    changedBy: 'The caller says that it is not so.',
  }),
  'people at risk': plain('Patients, animals or others who cannot leave depend on it.'),
  'goods at stake': plain('Stock or equipment spoils.'),
  'room against set point': ({ room, setPoint, off }, show) => ({
    text: `The room is ${show(off)} from its set point.`,
    inputs: [
      { label: 'room', value: show(room), source: 'caller' },
      { label: 'set point', value: show(setPoint), source: 'caller' },
    ],
    threshold: `${show({ ...off, value: 10 })} today, ${show({ ...off, value: 5 })} this week`,
  }),
  'no heat in frost': ({ outdoor }, show) => ({
    text: 'No heat with frost outside: water freezes next.',
    inputs: [{ label: 'outdoor', value: show(outdoor), source: 'dispatcher' }],
    threshold: show({ ...outdoor, value: 32 }),
  }),
  'room against usual': ({ room, low, high, off }, show) => ({
    text: `The room is ${show(off)} outside what rooms are kept at.`,
    inputs: [{ label: 'room', value: show(room), source: 'caller' }],
    threshold: `${show({ ...off, value: 10 })} today, ${show({ ...off, value: 5 })} this week; rooms are kept at ${show(low)} to ${show(high)} (OSHA Technical Manual, section III, chapter 2)`,
    changedBy: 'The set point is told.',
  }),
  'called back': ({ tag, days, on, ref, found, said }) => ({
    text: `Called back ${days === 0 ? 'on the same day' : `after ${plural(days, 'day')}`}: ${found.join(', ') || 'a repair'}, ${tag}.`,
    inputs: [
      { label: 'done', value: dayWords(on), source: `call ${ref}` },
      ...(said === null ? [] : [{ label: 'said', value: said, source: 'caller' }]),
    ],
    changedBy: 'It is another unit, or another trouble.',
  }),
  'there without it': ({ who, system }) => ({
    text: `${capital(who)} are there without ${system}.`,
    inputs: [],
  }),
  stopped: ({ words }) => ({
    text: 'It has stopped altogether.',
    inputs: [{ label: 'said', value: words, source: 'caller' }],
  }),
  water: plain('Water above a ceiling does more harm every hour.'),
  'nothing at stake': plain('Nothing is at stake.'),
  'not enough known': plain('Nothing told yet that makes it more or less urgent.'),
};
