/** From what was seen to what it most likely is, and what to test next. */
export { answersTo, type Answers } from './answers.ts';
export {
  diagnose,
  knownFaults,
  type Advice,
  type Beside,
  type Cause,
  type Diagnosed,
  type Reason,
} from './diagnose.ts';
export {
  AT_ALL,
  CIRCUMSTANCES,
  entriesWith,
  OURS,
  tableTroubles,
  type Circumstance,
  type Entry,
} from './circumstances.ts';
export {
  ALONE,
  BLOWS,
  CHANGES,
  CHECKS,
  FLAMES,
  LOOKED,
  questionOf,
  type Check,
  type Looked,
  type Observed,
} from './evidence.ts';
export { forcedNotes } from './forced.ts';
export type { NotYet } from './gates.ts';
export { oddOf } from './odd.ts';
export { callWords, faultWords, observedWords, questionWords, terminalWords } from './wordings.ts';
export { dictionaryOf, nextTests, ranking, type Dictionary } from './dictionary.ts';
export { predicted } from './predicted.ts';
export { detailsWith, guessedOf, plateOf } from './plate.ts';
export { partsOf, walkRound, type AtPart } from './walk.ts';
export { latestEpoch } from './epochs.ts';
export { stepsSeen, type StepSeen } from './sequence.ts';
