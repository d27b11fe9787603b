// What the mutants are made of, which tests have to notice them, and how many of them at least.

const CORE = 'core/';

/**
 * Groups of files of rules. `least` is the share of mutants that tests must notice; tests of the file's own area
 * are asked first, then those of the areas in `also`.
 */
export const GROUPS = {
  hurt: {
    what: 'what can hurt somebody or cost a machine',
    least: 0.95,
    files: [
      'measuring/gas/monoxide.ts',
      'measuring/gas/gas.ts',
      'measuring/tightness/index.ts',
      'measuring/electric/index.ts',
      'measuring/electric/conductors.ts',
      'measuring/electric/motors.ts',
      'measuring/refrigerant/charge.ts',
      'measuring/answers/answer.ts',
      'measuring/answers/limits.ts',
      'measuring/cards/flue.ts',
      'measuring/cards/gas.ts',
      'measuring/cards/charge.ts',
      'measuring/cards/cautions.ts',
      'measuring/cards/tightness.ts',
      'measuring/cards/electrical.ts',
      'measuring/cards/unbalance.ts',
      'record/conditions/index.ts',
      'base/vocabulary/index.ts',
      'heard/index.ts',
    ].map((file) => CORE + file),
    also: ['measuring/cards', 'evidence', 'record/conditions', 'intake'].map((area) => CORE + area),
  },
  record: {
    what: 'the record and the rules of planning',
    least: 0.85,
    files: [
      'record/sheet/subject.ts',
      'record/sheet/entries.ts',
      'record/sheet/call.ts',
      'record/sheet/standing.ts',
      'record/sheet/attribution.ts',
      'record/work/call.ts',
      'record/work/outcome.ts',
      'judging/history/leaker.ts',
      'judging/history/repeat.ts',
      'judging/history/callback.ts',
      'judging/history/failures.ts',
      'judging/history/decisions.ts',
      'judging/history/verdict.ts',
      'upkeep/maintenance/due.ts',
      'upkeep/maintenance/cadence.ts',
      'upkeep/maintenance/windows.ts',
      'upkeep/maintenance/ahead.ts',
      'upkeep/maintenance/weather.ts',
      'upkeep/agreements/resolve.ts',
      'upkeep/agreements/visits.ts',
      'upkeep/agreements/money.ts',
      'intake/index.ts',
    ].map((file) => CORE + file),
    also: ['record', 'judging', 'upkeep', 'said'].map((area) => CORE + area),
  },
};

/**
 * Mutants that change nothing anybody can see, each with why: the line as it stands (without indentation), what
 * stands in its place, and the reason.
 */
export const EQUAL = [];
