#!/usr/bin/env node
// npm run mutants: makes small mistakes in the rules, one at a time, and counts how many the tests notice.
//   npm run mutants -- hurt                 one group alone
//   npm run mutants -- --file core/heard/index.ts    one file, with every mutant that nothing noticed
// What has not changed since the last run, neither the rules nor their tests, is taken as it was.
import { fork } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { ROOT, say } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
const { bareOf, mutantsOf, withMutant } = await import('./mutants/mutate.mjs');
const { EQUAL, GROUPS } = await import('./mutants/targets.mjs');

const KEPT = path.join(ROOT, 'scripts/mutants/kept.json');
/** A test runner that stays up grows; it is started anew after so many. */
const RUNS_EACH = 15;
/**
 * A mutant that takes so many times as long as all tests without any, and so long at least, goes round in
 * circles: that is noticed.
 */
const HANGS = { times: 6, ms: 20_000 };

const asked = process.argv.slice(2);
const oneFile = asked[asked.indexOf('--file') + 1];
const alone = asked.includes('--file') ? oneFile : undefined;
const groups = Object.entries(GROUPS).filter(
  ([name]) => asked.length === 0 || alone !== undefined || asked.includes(name),
);
const kept = existsSync(KEPT) ? JSON.parse(readFileSync(KEPT, 'utf8')) : {};

const read = (file) => readFileSync(path.join(ROOT, file), 'utf8');
const testsBelow = (folder) =>
  readdirSync(path.join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.test.ts'))
    .map((name) => path.join(folder, name));

/** Tests that may notice: those named like the file, those of its area, then those of other areas. */
function testsFor(file, also) {
  const own = testsBelow(path.dirname(file));
  const named = own.filter((test) => path.basename(test) === path.basename(file).replace('.ts', '.test.ts'));
  return [...new Set([...named, ...own, ...also.flatMap(testsBelow)])];
}

/** One copy of the sources and the process that tries mutants in it. */
class Sandbox {
  constructor() {
    this.root = mkdtempSync(path.join(os.tmpdir(), 'gradum-mutants-'));
    for (const name of ['core', 'package.json', 'tsconfig.json'])
      cpSync(path.join(ROOT, name), path.join(this.root, name), { recursive: true });
    symlinkSync(path.join(ROOT, 'node_modules'), path.join(this.root, 'node_modules'));
    this.runs = 0;
  }

  async begin() {
    this.child = fork(path.join(ROOT, 'scripts/mutants/worker.mjs'), [this.root], {
      execArgv: ['--experimental-vm-modules', '--no-warnings'],
      cwd: this.root,
    });
    await new Promise((resolve, reject) => {
      this.child.once('message', resolve);
      this.child.once('exit', () => reject(new Error('the test runner does not start')));
    });
    this.child.removeAllListeners();
  }

  /** Which test noticed, `hangs`, or undefined. */
  async tried(order, hangsMs = 600_000) {
    if (!this.child || this.runs++ % RUNS_EACH === 0) {
      this.end();
      await this.begin();
    }
    const answer = await new Promise((resolve) => {
      const { child } = this;
      const done = (said) => {
        clearTimeout(late);
        child.removeAllListeners();
        resolve(said);
      };
      const late = setTimeout(() => done({ by: 'hangs' }), hangsMs);
      child.once('message', done);
      child.once('exit', () => done({ by: 'ends the test runner' }));
      child.send(order);
    });
    if (!order.tests.includes(answer.by) && answer.by !== undefined) {
      this.end();
      writeFileSync(path.join(this.root, order.file), order.source);
    }
    if (answer.failure) throw new Error(answer.failure);
    return answer.by;
  }

  end() {
    this.child?.kill('SIGKILL');
    this.child = undefined;
  }

  close() {
    this.end();
    rmSync(this.root, { recursive: true, force: true });
  }
}

/** Every mutant of a file, shared out over the sandboxes. */
async function tryFile(file, also, sandboxes) {
  const source = read(file);
  const tests = testsFor(file, also);
  const digest = createHash('sha256')
    .update([file, ...tests].map((one) => bareOf(read(one), one)).join('\0'))
    .digest('hex')
    .slice(0, 16);
  if (kept[file]?.digest === digest) return;
  const lines = source.split('\n');
  const all = mutantsOf(source, file);
  const began = Date.now();
  const whole = await sandboxes[0].tried({ file, source, tests });
  if (whole) throw new Error(`${whole} fails without any mutant: mend it first`);
  const hangsMs = Math.max(HANGS.ms, HANGS.times * (Date.now() - began));
  const noticed = new Map(tests.map((test) => [test, 0]));
  const survived = [];
  let next = 0;
  await Promise.all(
    sandboxes.map(async (sandbox) => {
      for (let mutant = all[next++]; mutant; mutant = all[next++]) {
        // What noticed most so far is asked first.
        const order = [...tests].sort((a, b) => noticed.get(b) - noticed.get(a));
        const mutated = withMutant(source, mutant);
        const by = await sandbox.tried({ file, source, mutated, tests: order }, hangsMs);
        if (by === undefined) survived.push(mutant);
        else if (noticed.has(by)) noticed.set(by, noticed.get(by) + 1);
      }
    }),
  );
  const shown = survived
    .sort((a, b) => a.from - b.from)
    .map(({ line, from, to, replacement, kind }) => ({
      line,
      text: lines[line - 1].trim().slice(0, 100),
      of: source.slice(from, to).slice(0, 60),
      instead: replacement,
      kind,
    }));
  kept[file] = { digest, total: all.length, survived: shown };
  writeFileSync(KEPT, `${JSON.stringify(kept, null, 1)}\n`);
}

/** How many of a file count and which nothing noticed, without those that change nothing anybody can see. */
function countedOf(file) {
  const { total, survived } = kept[file];
  const isEqual = ({ text, of, instead }) =>
    EQUAL.some(
      (one) =>
        one.file === file && one.line.slice(0, 100) === text && one.of === of && one.instead === instead,
    );
  const missed = survived.filter((one) => !isEqual(one));
  return { total: total - (survived.length - missed.length), missed };
}

/** The table of every group as far as it has been run; what nobody has tried says so. */
function tableOf() {
  const row = (name, { total, missed }, least) =>
    `| ${name} | ${total} | ${total - missed} | ${total === 0 ? '–' : `${((100 * (total - missed)) / total).toFixed(1)} %`} | ${least ? `${100 * least} %` : ''} |`;
  const lines = Object.values(GROUPS).flatMap(({ what, least, files }) => {
    const tried = files.filter((file) => kept[file]);
    const sum = { total: 0, missed: 0 };
    const rows = tried.map((file) => {
      const { total, missed } = countedOf(file);
      sum.total += total;
      sum.missed += missed.length;
      return row(`\`${file}\``, { total, missed: missed.length });
    });
    const untried = files
      .filter((file) => !kept[file])
      .map((file) => `| \`${file}\` | not tried yet | | | |`);
    const whole = sum.total > 0 ? [row(`**${what}**`, sum, least)] : [];
    return [...whole, ...rows, ...untried];
  });
  return ['| rules | mutants | noticed | share | wanted |', '| --- | --- | --- | --- | --- |', ...lines].join(
    '\n',
  );
}

/** As everything that is written here is formatted. */
async function formatted(markdown) {
  const prettier = await import('prettier');
  const file = path.join(ROOT, 'docs/mutants.md');
  return prettier.format(markdown, { ...(await prettier.resolveConfig(file)), filepath: file });
}

/** Whether a group as far as it was run has fewer noticed than it should. */
const isShort = ({ least, files }) => {
  const tried = files.filter((file) => kept[file]).map(countedOf);
  const total = tried.reduce((sum, one) => sum + one.total, 0);
  const missed = tried.reduce((sum, one) => sum + one.missed.length, 0);
  return total > 0 && (total - missed) / total < least;
};

const sandboxes = Array.from({ length: os.availableParallelism() }, () => new Sandbox());
try {
  for (const [, { files, also }] of groups)
    for (const file of files) {
      if (alone !== undefined && file !== alone) continue;
      const began = Date.now();
      await tryFile(file, also, sandboxes);
      const { total, missed } = countedOf(file);
      say(`${file}: ${total - missed.length} of ${total}, ${Math.round((Date.now() - began) / 1000)} s`);
      if (alone === undefined) continue;
      for (const { line, text, of, instead, kind } of missed)
        console.log(`  ${line}: ${kind} ${of} → ${instead || 'nothing'}\n      ${text}`);
    }
} finally {
  for (const sandbox of sandboxes) sandbox.close();
}
console.log(`\n${tableOf()}\n`);
if (alone === undefined)
  writeFileSync(
    path.join(ROOT, 'docs/mutants.md'),
    await formatted(
      `# Mutants\n\n\`npm run mutants\` makes small mistakes in the rules, one at a time (another operator, a number doubled, halved or stepped,\na row left out of a table, a condition taken for so or not so), and runs the tests that should notice. Words are left alone.\n\`npm run mutants -- --file FILE\` names what nothing noticed. The last run, ${new Date().toISOString().slice(0, 10)}:\n\n${tableOf()}\n`,
    ),
  );
process.exitCode = groups.some(([, group]) => isShort(group)) ? 1 : 0;
