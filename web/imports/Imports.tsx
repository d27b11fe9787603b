import { useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/reasons';
import {
  CALL_COLUMNS,
  UNIT_COLUMNS,
  type ApplyMode,
  type ImportKind,
  type ImportPreview,
} from '#contracts/imports';
import { api } from '../api/base.ts';
import { KINDS } from '../api/tags.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Panel, Screen } from '../ui/Screen.tsx';
import { runImport } from './runImport.ts';
import { SitesFile } from './SitesFile.tsx';

interface Chosen {
  readonly id: string;
  readonly kind: ImportKind;
  readonly fileName: string;
  readonly content: string;
}

const SHOWN = 200;

export default function Imports() {
  const dispatch = useDispatch();
  const [kind, setKind] = useState<ImportKind>('units');
  const [file, setFile] = useState<Chosen>();
  const [preview, setPreview] = useState<ImportPreview>();
  const [applied, setApplied] = useState<ImportPreview>();
  const [running, setRunning] = useState<{ share: number; step: string }>();
  const [wrong, setWrong] = useState<string>();
  const abort = useRef<AbortController>(undefined);

  async function run(chosen: Chosen, mode?: ApplyMode) {
    setWrong(undefined);
    setRunning({ share: 0, step: 'sending' });
    abort.current = new AbortController();
    try {
      const result = await runImport(chosen, mode, {
        signal: abort.current.signal,
        onProgress: (share, step) => setRunning({ share, step }),
      });
      if (mode) {
        setApplied(result);
        setPreview(undefined);
        dispatch(api.util.invalidateTags([...KINDS]));
      } else setPreview(result);
    } catch (error) {
      if (abort.current.signal.aborted) toast('Stopped; nothing was imported');
      else setWrong(error instanceof Error ? error.message : 'The import failed');
    } finally {
      setRunning(undefined);
    }
  }

  async function choose(list: FileList | null) {
    const picked = list?.[0];
    if (!picked) return;
    const content = await picked.text();
    // The heading tells units from calls; the person need not.
    const guessed: ImportKind = /(^|,)\s*"?received_at"?\s*(,|$)/im.test(
      content.slice(0, 2000).split('\n')[0] ?? '',
    )
      ? 'calls'
      : kind === 'calls'
        ? 'calls'
        : 'units';
    setKind(guessed);
    const chosen = { id: uuid(), kind: guessed, fileName: picked.name, content };
    setFile(chosen);
    setApplied(undefined);
    setPreview(undefined);
    await run(chosen);
  }

  const counts = preview?.counts;
  return (
    <Screen
      title="Import and export"
      sentence={
        applied
          ? `Imported ${applied.fileName}: ${applied.counts.created} new, ${applied.counts.changed} changed, ${applied.counts.unchanged} as before.`
          : 'Bring in units and past calls, or take them out'
      }
    >
      <div className="grid gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <div className="space-y-4">
          <Panel title="Import a CSV file">
            <div className="grid items-end gap-3 sm:grid-cols-[160px_1fr]">
              <Field label="It holds">
                <select value={kind} onChange={(e) => setKind(e.target.value as ImportKind)}>
                  <option value="units">units</option>
                  <option value="calls">past calls</option>
                </select>
              </Field>
              <Field label="File" hint="Nothing changes until you have seen the preview">
                <input
                  type="file"
                  accept=".csv,text/csv"
                  onChange={(e) => void choose(e.target.files)}
                  className="py-1"
                />
              </Field>
            </div>
            {running ? (
              <div role="status" className="mt-3 flex items-center gap-3">
                <progress value={running.share} className="grow" aria-label="Progress of the import" />
                <span className="w-48 text-sm">{running.step}</span>
                <Button onClick={() => abort.current?.abort()}>Stop</Button>
              </div>
            ) : null}
            {wrong ? (
              <p role="alert" className="mt-3 font-semibold text-ember">
                {wrong}
              </p>
            ) : null}
          </Panel>
          {preview && counts && file ? (
            <Panel title={`Preview of ${preview.fileName}`}>
              <p className="text-lg">
                {counts.rows} rows: <strong>{counts.created} new</strong>, {counts.changed} changed,{' '}
                {counts.unchanged} as they are
                {counts.newCustomers > 0 ? `; ${plural(counts.newCustomers, 'new customer')}` : ''}
                {counts.newSites > 0 ? `, ${plural(counts.newSites, 'new site')}` : ''}.{' '}
                {preview.badRows > 0 ? (
                  <strong className="text-ember">{preview.badRows} bad rows.</strong>
                ) : (
                  'No bad row.'
                )}
              </p>
              <div className="my-3 flex flex-wrap gap-2">
                <Button
                  look="act"
                  disabled={
                    running !== undefined || preview.badRows > 0 || counts.created + counts.changed === 0
                  }
                  onClick={() => void run(file, 'all or nothing')}
                >
                  Import all {counts.rows} rows
                </Button>
                {preview.badRows > 0 ? (
                  <Button
                    disabled={running !== undefined || counts.created + counts.changed === 0}
                    onClick={() => void run(file, 'skip bad rows')}
                  >
                    Import the good rows, skip {preview.badRows}
                  </Button>
                ) : null}
                <Button
                  onClick={() => {
                    setPreview(undefined);
                    setFile(undefined);
                  }}
                >
                  Leave it
                </Button>
              </div>
              {preview.unmappedWords.length > 0 ? (
                <p className="mb-2">
                  {preview.unmappedWords.length} component words nobody has mapped yet (
                  {preview.unmappedWords
                    .slice(0, 5)
                    .map((w) => w.word)
                    .join(', ')}
                  ). They are kept as written; map them under{' '}
                  <Link to="/settings" className="text-copper underline">
                    settings and words
                  </Link>
                  .
                </p>
              ) : null}
              {preview.problems.length > 0 ? <Problems preview={preview} /> : <Sample preview={preview} />}
            </Panel>
          ) : null}
        </div>
        <div className="space-y-4">
          <Panel title="Export">
            <ul className="space-y-2">
              <li>
                <a
                  href="/api/exports/units.csv"
                  className="font-semibold text-copper underline underline-offset-4"
                >
                  units.csv
                </a>{' '}
                · every unit
              </li>
              <li>
                <a
                  href="/api/exports/calls.csv"
                  className="font-semibold text-copper underline underline-offset-4"
                >
                  calls.csv
                </a>{' '}
                · every call with what was found and done
              </li>
              <li>
                <a
                  href="/api/exports/sites.geojson"
                  className="font-semibold text-copper underline underline-offset-4"
                >
                  sites.geojson
                </a>{' '}
                · every site with its position and how to get in
              </li>
            </ul>
            <p className="mt-2 text-sm text-soft">
              Importing an export into an empty company and exporting it again gives the same bytes.
            </p>
          </Panel>
          <SitesFile />
          <Panel title="Columns">
            <p className="text-sm">
              <strong>units</strong>: {UNIT_COLUMNS.join(', ')}. Needed: customer, site, unit, kind.
            </p>
            <p className="mt-2 text-sm">
              <strong>calls</strong>: {CALL_COLUMNS.join(', ')}. Needed: customer, site, received_at,
              complaint.
            </p>
            <p className="mt-2 text-sm text-soft">
              An empty cell leaves what is known. Times are ISO 8601; without an offset they are read in the
              company’s zone.
            </p>
          </Panel>
        </div>
      </div>
    </Screen>
  );
}

function Problems({ preview }: { preview: ImportPreview }) {
  return (
    <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label="Bad rows">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-ink text-sm">
            <th scope="col">Line</th>
            <th scope="col">Column</th>
            <th scope="col">Says</th>
            <th scope="col">Why it cannot be taken</th>
          </tr>
        </thead>
        <tbody>
          {preview.problems.slice(0, SHOWN).map((p, i) => (
            <tr key={i} className="border-b border-rule align-top">
              <td className="pr-3">{p.line}</td>
              <td className="pr-3">{p.column}</td>
              <td className="max-w-40 truncate pr-3">{p.value}</td>
              <td>{p.reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {preview.problems.length > SHOWN ? (
        <p className="text-soft">and {preview.problems.length - SHOWN} more.</p>
      ) : null}
    </div>
  );
}

function Sample({ preview }: { preview: ImportPreview }) {
  const columns = preview.kind === 'units' ? UNIT_COLUMNS : CALL_COLUMNS;
  return (
    <div
      className="overflow-x-auto"
      tabIndex={0}
      role="region"
      aria-label="The first rows as they were understood"
    >
      <table className="text-left text-sm whitespace-nowrap">
        <thead>
          <tr className="border-b-2 border-ink">
            {columns.map((c) => (
              <th key={c} scope="col" className="pr-3">
                {c}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.sample.map((row, i) => (
            <tr key={i} className="border-b border-rule">
              {columns.map((c) => (
                <td key={c} className="max-w-48 truncate pr-3">
                  {row[c]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
