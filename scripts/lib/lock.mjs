// One start at a time in one data folder: who runs there, where, and what it has started.
import { closeSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { say, Stop, until } from './run.mjs';

const file = (folder) => path.join(folder, 'running.json');

/** What a process was started with; undefined when there is no such process. */
function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return undefined;
  }
}

/** True when the process is still the one that was noted: a number is given to another one in time. */
const runs = (pid, what) => Number.isInteger(pid) && (commandOf(pid)?.includes(what) ?? false);

function noted(folder) {
  try {
    return JSON.parse(readFileSync(file(folder), 'utf8'));
  } catch {
    return undefined;
  }
}

/** Who runs in the folder now, or undefined. */
export function whoRuns(folder) {
  const note = noted(folder);
  return note && runs(note.pid, 'start.mjs') ? note : undefined;
}

/**
 * Takes the folder for this start. One that was killed left its server behind: that is ended first, by its
 * number, once it is clear that it is still the same program.
 *
 * @returns how to note what was started, and how to give the folder back
 * @throws Stop when another start runs there; nothing is changed then
 */
export async function takeFolder(folder) {
  const other = whoRuns(folder);
  if (other) {
    const where = other.address ? `at ${other.address}` : 'and is just starting';
    throw new Stop(
      `Gradum already runs in this folder ${where} (process ${other.pid}, data in ${folder}). Nothing was changed.\n` +
        'Stop it first with Ctrl-C where it runs, or give this one another folder: GRADUM_DATA=… PORT=… npm start',
    );
  }
  for (const pid of noted(folder)?.children ?? []) {
    if (!runs(pid, 'dist/server/')) continue;
    say(`ending what an earlier start left behind (process ${pid})`);
    process.kill(pid, 'SIGTERM');
    await until(async () => !runs(pid, 'dist/server/'), `The end of process ${pid}`);
  }
  rmSync(file(folder), { force: true });
  const note = { pid: process.pid };
  try {
    // Two starts in the same moment: only one makes the file.
    const handle = openSync(file(folder), 'wx');
    writeFileSync(handle, JSON.stringify(note));
    closeSync(handle);
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    throw new Stop('Gradum is just being started in this folder by somebody else. Nothing was changed.');
  }
  return {
    add: (more) => {
      Object.assign(note, more);
      writeFileSync(file(folder), JSON.stringify(note));
    },
    release: () => rmSync(file(folder), { force: true }),
  };
}
