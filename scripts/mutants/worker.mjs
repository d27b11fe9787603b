// Tries mutants in a copy of the sources, one after the other, by a Jest that stays up: starting one anew for
// each would take most of the time. Talks with the process that started it.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { runCLI } from 'jest';

const [, , root, sequencer] = process.argv;
const config = JSON.stringify({
  rootDir: root,
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      { jsc: { target: 'es2023', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'es6' } },
    ],
  },
  testMatch: ['<rootDir>/core/**/*.test.ts'],
  testTimeout: 60_000,
  testSequencer: sequencer,
  reporters: [],
});

/** The first test file that notices; undefined where none does. */
async function noticedBy(tests) {
  process.env.MUTANT_TESTS = tests.join('\n');
  const { results } = await runCLI(
    {
      config,
      runInBand: true,
      silent: true,
      bail: 1,
      runTestsByPath: true,
      _: tests,
      watchman: false,
      ci: true,
      $0: '',
    },
    [root],
  );
  const failed = results.testResults.find((one) => one.numFailingTests > 0 || one.testExecError);
  return failed ? path.relative(root, failed.testFilePath) : undefined;
}

process.on('message', async ({ file, source, mutated, tests }) => {
  const at = path.join(root, file);
  let by;
  let failure;
  try {
    if (mutated !== undefined) writeFileSync(at, mutated);
    by = await noticedBy(tests.map((test) => path.join(root, test)));
  } catch (error) {
    failure = String(error?.message ?? error);
  } finally {
    writeFileSync(at, source);
  }
  process.send({ by, failure });
});
process.send({ ready: true });
