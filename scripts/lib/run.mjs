// Small helpers of the launchers. Node built-ins only: node_modules may not exist yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const isRoot = process.getuid?.() === 0;
export const say = (text) => console.log(`gradum  ${text}`);

/** Stops with a sentence that says what to do. */
export class Stop extends Error {}

/** What a failure of the machine means for who starts Gradum; undefined where nothing better is known. */
export function plainly(error) {
  const text = `${error?.code ?? ''} ${error?.message ?? error}`;
  const where = error?.path ? ` (${error.path})` : '';
  if (/ENOSPC|No space left on device/.test(text))
    return 'The disk is full. Free some space and start again; nothing that was saved is lost.';
  if (/EROFS|Read-only file system/.test(text))
    return `The disk can only be read${where}. Set GRADUM_DATA to a folder that can be written.`;
  if (/EACCES|EPERM|Permission denied/.test(text))
    return `This user may not write there${where}. Set GRADUM_DATA to a folder of your own.`;
  if (/ENOTDIR|EEXIST/.test(text) && error?.path)
    return `There is a file where a folder is needed${where}. Set GRADUM_DATA to another folder.`;
  return undefined;
}

/** Runs a program to its end; on failure stops with its last lines and what to do. */
export function run(command, args, { advice, ...options } = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 64e6, ...options });
  if (done.error || done.status !== 0) {
    const plain = plainly(`${done.stdout ?? ''}${done.stderr ?? ''}`);
    if (plain) throw new Stop(plain);
    const tail = `${done.stdout ?? ''}${done.stderr ?? ''}`.trim().split('\n').slice(-15).join('\n');
    throw new Stop(
      `${command} ${args.slice(0, 4).join(' ')} failed${done.error ? `: ${done.error.message}` : ''}.\n${tail}\n${advice ?? ''}`,
    );
  }
  return done.stdout ?? '';
}

/** Starts a program in the background, its output on ours. */
export function start(command, args, options = {}) {
  return spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
}

/** A port nobody listens on, on the loopback address. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Waits until `check` answers true; stops with `what` when it takes too long. */
export async function until(check, what, seconds = 300) {
  const last = Date.now() + seconds * 1000;
  while (Date.now() < last) {
    if (await check()) return;
    await new Promise((go) => setTimeout(go, 150));
  }
  throw new Stop(`${what} did not become ready within ${seconds} s.`);
}

export async function answers(url) {
  try {
    return (await fetch(url)).ok;
  } catch {
    return false;
  }
}

/**
 * A digest of the names, sizes and contents of all files below some folders, to know whether a build is
 * current.
 */
export function digestOf(entries) {
  const hash = createHash('sha256');
  const walk = (entry) => {
    if (!existsSync(entry)) return;
    if (statSync(entry).isDirectory()) {
      for (const child of readdirSync(entry).sort()) walk(path.join(entry, child));
    } else hash.update(path.relative(ROOT, entry)).update(readFileSync(entry));
  };
  for (const entry of entries) walk(path.join(ROOT, entry));
  return hash.digest('hex');
}

/** Runs `make` unless the note left by the last successful time still holds. */
export async function onceFor(note, digest, make) {
  const file = path.join(ROOT, note);
  if (existsSync(file) && readFileSync(file, 'utf8') === digest) return false;
  await make();
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, digest);
  return true;
}
