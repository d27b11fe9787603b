import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import net, { type AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-start-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Starts with settings under which it must not come far; what it says, and how it ended. */
function start(env: Record<string, string>, ...args: string[]) {
  const { DATABASE_URL: _url, PORT: _port, ...rest } = process.env;
  const done = spawnSync(process.execPath, ['scripts/start.mjs', ...args], {
    env: { ...rest, NODE_OPTIONS: '', GRADUM_DATA: folder, ...env },
    encoding: 'utf8',
    timeout: 600_000,
    input: '',
  });
  return { code: done.status, said: done.stderr.trim() };
}

/** One sentence or two that say what to do: no stack, no inside. */
const plain = (said: string) => {
  expect(said).not.toMatch(/\n\s+at |node:internal|Error:/);
  return said;
};

describe('a start that cannot be', () => {
  it.each([
    [{ PORT: 'abc' }, /PORT must be a number from 1 to 65535, not "abc"/],
    [{ PORT: '70000' }, /not "70000"/],
    [{ PORT: '-1' }, /not "-1"/],
    [{ HOST: '203.0.113.9' }, /Nobody can listen on 203\.0\.113\.9.*Set HOST/],
    [{ GRADUM_DATA: '/dev/null/x' }, /file where a folder is needed.*Set GRADUM_DATA/],
    [{ DATABASE_URL: 'nonsense' }, /must look like postgres:\/\//],
    [{ DATABASE_URL: 'postgres://x@127.0.0.1:1/y' }, /at 127\.0\.0\.1:1 does not answer/],
  ])('%p says what to do, in a sentence', (env, sentence) => {
    const { code, said } = start(env as Record<string, string>);
    expect(code).toBe(1);
    expect(plain(said)).toMatch(sentence);
  });

  it('a port that is taken, and an option nobody knows', async () => {
    const taken = net.createServer();
    await new Promise<void>((ready) => taken.listen(0, '127.0.0.1', ready));
    const { port } = taken.address() as AddressInfo;
    expect(plain(start({ PORT: String(port) }).said)).toMatch(/is taken by another program/);
    taken.close();
    expect(plain(start({}, '--frsh').said)).toMatch(/"--frsh" is not known/);
  });

  it('--fresh without a yes deletes nothing, and never touches a database of somebody else', () => {
    mkdirSync(path.join(folder, 'cluster'));
    writeFileSync(path.join(folder, 'cluster', 'kept'), 'x');
    const { code, said } = start({}, '--fresh');
    expect(code).toBe(1);
    expect(plain(said)).toMatch(/every customer, unit, call and photograph.*\n.*--fresh --yes/);
    expect(existsSync(path.join(folder, 'cluster', 'kept'))).toBe(true);
    expect(start({ DATABASE_URL: 'postgres://x@127.0.0.1:1/y' }, '--fresh', '--yes').said).toMatch(/by hand/);
  });
});

describe('two starts in one folder', () => {
  it.each([[[]], [['--fresh', '--yes']]])(
    'the second (%p) says what runs where and changes nothing',
    (args) => {
      // Stands for a start that runs: a process that bears its name.
      const other = spawn(process.execPath, ['-e', 'setInterval(() => {}, 60000)', 'start.mjs']);
      const note = JSON.stringify({ pid: other.pid, address: 'http://127.0.0.1:4999', children: [] });
      writeFileSync(path.join(folder, 'running.json'), note);
      mkdirSync(path.join(folder, 'cluster'));
      const { code, said } = start({}, ...(args as string[]));
      other.kill();
      expect(code).toBe(1);
      expect(plain(said)).toMatch(/already runs in this folder at http:\/\/127\.0\.0\.1:4999/);
      expect(readFileSync(path.join(folder, 'running.json'), 'utf8')).toBe(note);
      expect(existsSync(path.join(folder, 'cluster'))).toBe(true);
    },
  );

  it('a note of one that was killed holds nobody up', () => {
    writeFileSync(path.join(folder, 'running.json'), JSON.stringify({ pid: 2 ** 22 - 1, children: [1] }));
    // It comes as far as the port.
    expect(start({ HOST: '203.0.113.9' }).said).toMatch(/Nobody can listen/);
    expect(existsSync(path.join(folder, 'running.json'))).toBe(false);
  });
});
