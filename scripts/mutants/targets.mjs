// What the mutants are made of, which tests have to notice them, and how many of them at least.

const CORE = 'core/';

/**
 * Groups of files of rules. `least` is the share of mutants that tests must notice; tests of the file's own
 * area are asked first, then those of the areas in `also`.
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
  diagnosis: {
    what: 'what is wrong by what was seen, and what not to conclude yet',
    least: 0.85,
    files: [
      ...['gates', 'epochs', 'odd', 'plate', 'likelihood', 'predicted', 'sequence'].map(
        (file) => `diagnosis/${file}.ts`,
      ),
      'circuitry/ladder/terminals.ts',
    ].map((file) => CORE + file),
    also: [`${CORE}circuitry/ladder`],
  },
  kinds: {
    what: 'the kinds of entries, and what they open',
    least: 0.9,
    files: [
      ...['adjustment', 'answerSaid', 'arrive', 'code', 'comparison', 'conditionClosed', 'conditionLeft'],
      ...['explained', 'fields', 'finding', 'index', 'kind', 'leave', 'look', 'measurement', 'note'],
      ...['readingSet', 'recommendation', 'refrigerant', 'step', 'weather', 'withdrawn', 'work'],
    ]
      .map((file) => `${CORE}record/kinds/${file}.ts`)
      .concat(
        [
          'record/sheet/conditions.ts',
          'record/sheet/acts.ts',
          ...['findings', 'lines', 'lives', 'movements', 'place', 'recommendations', 'tasks'].map(
            (file) => `record/sheet/${file}.ts`,
          ),
          'machine/dangers.ts',
          'measuring/answers/rules.ts',
        ].map((file) => CORE + file),
      ),
    also: ['record', 'machine'].map((area) => CORE + area),
  },
  record: {
    what: 'the record and the rules of planning',
    least: 0.85,
    files: [
      'record/sheet/subject.ts',
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
      'base/money/index.ts',
      'intake/index.ts',
    ].map((file) => CORE + file),
    also: ['record', 'judging', 'upkeep', 'said'].map((area) => CORE + area),
  },
  desk: {
    what: 'what the desk was told, promised and tells',
    least: 0.85,
    files: [
      'base/time/hours.ts',
      'heard/told.ts',
      'intake/again.ts',
      'imports/people.ts',
      'planning/telling/index.ts',
      'planning/routing/fleet/limits.ts',
    ].map((file) => CORE + file),
    also: ['heard', 'intake', 'planning/routing', 'imports'].map((area) => CORE + area),
  },
};

/**
 * Mutants that change nothing anybody can see, each with why: the line as it stands (without indentation),
 * what stands in its place, and the reason.
 */
export const EQUAL = [
  // Two measured quantities are never equal to the last bit: which side that belongs to is nobody's matter.
  ...[
    ['measuring/tightness/index.ts', 'const leak = dropPsi > uncertaintyPsi;', '>', '>='],
    ['measuring/tightness/index.ts', 'const gained = dropPsi < -uncertaintyPsi;', '<', '<='],
    [
      'measuring/tightness/index.ts',
      'const goesOn = late > LEAST_SLOPE && late > STRAIGHT_SHARE * early;',
      '>',
      '>=',
    ],
    [
      'measuring/tightness/index.ts',
      'const stands = late <= LEAST_SLOPE || late * 10 < last.microns * 0.1;',
      '<=',
      '<',
    ],
    [
      'measuring/tightness/index.ts',
      'const stands = late <= LEAST_SLOPE || late * 10 < last.microns * 0.1;',
      '<',
      '<=',
    ],
    ['measuring/gas/gas.ts', 'if (share > FAR_OVER)', '>', '>='],
    ['measuring/electric/motors.ts', 'if (off > SERIES.share * sum + SERIES.ohm)', '>', '>='],
    [
      'measuring/electric/motors.ts',
      'const othersAlike = (middle - low) / middle < 2 * (ALIKE_PCT / 100);',
      '<',
      '<=',
    ],
  ].map(([file, line, of, instead]) => ({ file: CORE + file, line, of, instead })),
  // Half of an even and of an odd number of readings, rounded, are the same with a half as with one.
  ...[
    'const early = slope(read.slice(0, Math.ceil((read.length + 1) / 2)));',
    'const late = slope(read.slice(Math.floor((read.length - 1) / 2)));',
  ].map((line) => ({ file: `${CORE}measuring/tightness/index.ts`, line, of: '1', instead: '0.5' })),
  // The points of the curve lie one per cent apart: to divide by it is to multiply by it.
  {
    file: `${CORE}measuring/electric/motors.ts`,
    line: 'return a[1] + ((b[1] - a[1]) * (voltageUnbalancePct - a[0])) / (b[0] - a[0]);',
    of: '/',
    instead: '*',
  },
];
