// Tries mutants in a copy of the sources, one after the other, by a Jest that stays up: starting one anew for
// each would take most of the time. Talks with the process that started it.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { runCLI } from 'jest';
import jestConfig from '../../jest.config.mjs';

const [, , root] = process.argv;
const config = JSON.stringify({
  ...jestConfig.projects[0],
  rootDir: root,
  testMatch: ['<rootDir>/core/**/*.test.ts'],
  testPathIgnorePatterns: [],
  reporters: [],
});

/** Of some test files one that notices; undefined where none does. */
async function noticedAmong(tests) {
  const { results } = await runCLI(
    {
      config,
      runInBand: true,
      silent: true,
      runTestsByPath: true,
      _: tests,
      watchman: false,
      ci: true,
      $0: '',
    },
    [root],
  );
  const failed = results.testResults.find((one) => one.numFailingTests > 0 || one.testExecError);
  return failed && path.relative(root, failed.testFilePath);
}

/**
 * Asked first, alone and in a few: most mutants are noticed by the test that noticed the last. Then the
 * rest.
 */
const STEPS = [1, 3, Infinity];
async function noticedBy(tests) {
  let from = 0;
  for (const count of STEPS) {
    const some = tests.slice(from, from + count);
    const by = some.length > 0 ? await noticedAmong(some) : undefined;
    if (by) return by;
    from += count;
  }
  return undefined;
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
