/** From what was seen to what it most likely is, and what to test next. */
export { diagnose, type Diagnosed } from './diagnose.ts';
export { ALONE, CHECKS, FLAMES, type Check, type Observed } from './evidence.ts';
export { notYet, type NotYet } from './gates.ts';
export { observedWords, suspectWords } from './wordings.ts';
export { type Ranked, type Suspect } from './suspects.ts';
export { type Test } from './tests.ts';
export { dictionaryOf, nextTests, ranking, type Advised, type Dictionary } from './dictionary.ts';
