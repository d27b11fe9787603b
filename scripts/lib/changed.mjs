// What a change can touch: which steps of the tests, and of the browser tests which files.
import { execFileSync } from 'node:child_process';
import { ROOT } from './run.mjs';

/**
 * Folders whose files each step is about, besides its own tests; what every step hangs on is in all of them.
 */
const TOUCHES = {
  types: /\.tsx?$|^(package-lock|tsconfig[\w.]*)\.json$/,
  lint: /\.(tsx?|mjs)$|^package-lock\.json$/,
  unit: /^(core|contracts|demo|scripts|web|standins|benchmark|server|docs)\/|\.mjs$|^package-lock\.json$/,
  server: /^(core|contracts|server|demo|standins|scripts)\/|^(package-lock|jest\.config)/,
  trials: /^(core|contracts|server|demo|standins|trials|scripts)\/|^package-lock\.json$/,
  browser: /^(core|contracts|server|web|demo|standins|e2e|scripts\/lib)\/|^(package-lock\.json|vite\.)/,
};

/**
 * Which steps a change can touch.
 *
 * @param files changed, as paths from the root
 * @returns for each step whether it is to run; `specs` names the only browser tests to run, where nothing but
 *   them has changed
 */
export function touchedBy(files) {
  const steps = Object.fromEntries(
    Object.entries(TOUCHES).map(([step, folders]) => [step, files.some((file) => folders.test(file))]),
  );
  const tests = /\.test\.tsx?$|\.md$/;
  const code = files.filter((file) => !tests.test(file));
  const specs = code.filter((file) => file.startsWith('e2e/') && file.endsWith('.spec.ts'));
  const onlySpecs = code.every((file) => specs.includes(file));
  return {
    ...steps,
    trials: code.some((file) => TOUCHES.trials.test(file)),
    browser: code.some((file) => TOUCHES.browser.test(file)),
    specs: onlySpecs ? specs : [],
  };
}

/** Files that differ from a commit, those that nobody has added yet among them. */
export function changedSince(commit) {
  const git = (...args) =>
    execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);
  return [
    ...new Set([...git('diff', '--name-only', commit), ...git('ls-files', '--others', '--exclude-standard')]),
  ];
}
