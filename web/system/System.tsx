import { plural } from '#core/base/sentences';
import type { SystemView } from '#contracts/system';
import { useSystemQuery } from '../api/system.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { instant } from '../ui/words/format.ts';
import { Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';

const DAY_MS = 86_400_000;
const megabytes = (bytes: number): string =>
  bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(2)} GB`;

/** What a manager has to know first: is there a backup, and does everything answer? */
function sentenceOf(system: SystemView, nowMs: number): string {
  const silent = system.standIns.filter((one) => one.state === 'does not answer');
  const days = system.lastBackup
    ? Math.floor((nowMs - Date.parse(system.lastBackup.at)) / DAY_MS)
    : undefined;
  const backup =
    days === undefined
      ? 'No backup was ever made.'
      : days === 0
        ? 'The last backup is of today.'
        : `The last backup is ${plural(days, 'day')} old.`;
  return silent.length === 0
    ? `Everything answers. ${backup}`
    : `The engine for ${silent.map((one) => one.name).join(' and ')} does not answer. ${backup}`;
}

/** Gradum itself: version, size, backup, and what it leans on. */
export default function System() {
  const { timeZone } = useWho();
  const { data, error, refetch } = useSystemQuery();
  if (!data)
    return (
      <div className="p-4">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the system" />}
      </div>
    );
  const facts: readonly (readonly [string, string])[] = [
    ['Version', `${data.version}, schema ${data.migration}`],
    ['Runs since', instant(data.startedAt, timeZone)],
    ['Database', `${megabytes(data.databaseBytes)}, PostgreSQL ${data.postgres}`],
    ['Node', data.node],
    ['Open sessions', String(data.sessions)],
    ['Imports looked at and not finished', String(data.openImports)],
  ];
  return (
    <Screen
      title="System"
      sentence={sentenceOf(data, Date.now())}
      actions={<Button onClick={() => void refetch()}>Check again</Button>}
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2">
        <Panel title="Backup">
          {data.lastBackup ? (
            <p>
              {instant(data.lastBackup.at, timeZone)}, {megabytes(data.lastBackup.bytes)} in{' '}
              {data.lastBackup.file}
            </p>
          ) : (
            <p className="fault">There is no other copy. A broken disk would take every record with it.</p>
          )}
          <p className="mt-2 text-soft">
            <code>npm run backup</code> makes one while Gradum runs; <code>npm run restore -- FILE</code>{' '}
            brings it back. Keep a copy on another machine.
          </p>
        </Panel>
        <Panel title="What it depends on">
          <ul>
            {data.standIns.map((one) => (
              <li key={one.name} className={one.state === 'does not answer' ? 'font-semibold' : ''}>
                {one.name}: {one.state}
                {one.ms === null ? '' : ` in ${one.ms} ms`}
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="Long work">
          {data.jobs.length === 0 ? <p>No long work is running.</p> : null}
          <ul>
            {data.jobs.map((job) => (
              <li key={`${job.name} ${job.startedAt}`}>
                <strong>{job.name}</strong>, {job.by}, since {instant(job.startedAt, timeZone)}:{' '}
                {Math.round(job.share * 100)} %, {job.step}
              </li>
            ))}
          </ul>
          {data.imports.length > 0 ? <h3 className="mt-2 text-sm">Last imports</h3> : null}
          <ul>
            {data.imports.map((one) => (
              <li key={`${one.fileName} ${one.at}`}>
                {one.fileName} ({one.kind}), {one.by ?? 'somebody'}, {instant(one.at, timeZone)}
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="What is running">
          <dl className="nameplate">
            {facts.map(([name, value]) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        </Panel>
        <Panel title="What it holds" className="lg:col-span-2">
          <dl className="nameplate">
            {Object.entries(data.counts).map(([name, value]) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value.toLocaleString('en')}</dd>
              </div>
            ))}
          </dl>
        </Panel>
      </div>
    </Screen>
  );
}
