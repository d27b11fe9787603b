import { Link } from 'react-router';
import { plural } from '#core/base/sentences';
import type { ApplyMode, ImportPreview } from '#contracts/imports';
import { Button } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { TableBox } from '../ui/frame/TableBox.tsx';
import { wordOf } from './columnWords.ts';

const SHOWN = 200;

/** What would happen, before it does: counts, what each row changes, what cannot be taken. */
export function Preview({
  preview,
  left,
  busy,
  onApply,
  onLeave,
  onRejected,
}: {
  preview: ImportPreview;
  /** Rows that did not come as far as this. */
  left: number;
  busy: boolean;
  onApply: (mode: ApplyMode) => void;
  onLeave: () => void;
  /** Saves the rows that are not taken, where there are some. */
  onRejected: (() => void) | undefined;
}) {
  const { counts } = preview;
  const does = counts.created + counts.changed + counts.newSites + counts.changedSites > 0;
  const out = preview.badRows + left;
  const good = counts.rows - preview.badRows;
  return (
    <Panel title={`What ${preview.fileName} would do`}>
      <p className="text-lg">
        {plural(counts.rows, 'row')}: <strong>{ofKind(preview.kind, counts.created)}</strong>,{' '}
        {counts.changed} changed, {counts.unchanged} as they are
        {counts.newCustomers > 0 ? `; ${plural(counts.newCustomers, 'new customer')}` : ''}
        {counts.newSites > 0 ? `, ${plural(counts.newSites, 'new site')}` : ''}
        {counts.changedSites > 0 ? `; ${plural(counts.changedSites, 'site')} filled in or changed` : ''}.{' '}
        {out > 0 ? <strong>{plural(out, 'row')} not taken.</strong> : 'Every row can be taken.'}
      </p>
      <div className="my-3 flex flex-wrap gap-2">
        {preview.badRows > 0 ? (
          <Button look="act" disabled={busy || !does} onClick={() => onApply('skip bad rows')}>
            Import {plural(good, 'row')}, leave {preview.badRows} out
          </Button>
        ) : (
          <Button look="act" disabled={busy || !does} onClick={() => onApply('all or nothing')}>
            Import {plural(good, 'row')}
          </Button>
        )}
        {out > 0 && onRejected ? <Button onClick={onRejected}>Save the rows not taken</Button> : null}
        <Button onClick={onLeave}>Leave it</Button>
      </div>
      {does ? null : (
        <p className="mb-2">Nothing would change: all of it is on record as it stands in the file.</p>
      )}
      {preview.unmappedWords.length > 0 ? (
        <p className="mb-2">
          {plural(preview.unmappedWords.length, 'word')} for parts nobody has mapped yet (
          {preview.unmappedWords
            .slice(0, 5)
            .map((w) => w.word)
            .join(', ')}
          ). They are kept as written; say what they are under{' '}
          <Link to="/settings" className="text-copper underline">
            settings and words
          </Link>
          .
        </p>
      ) : null}
      {preview.problems.length > 0 ? <Problems preview={preview} /> : null}
      {preview.changes.length > 0 ? <Changes preview={preview} /> : null}
    </Panel>
  );
}

/** @example "3 new contacts" */
const ofKind = (kind: ImportPreview['kind'], count: number): string =>
  kind === 'sites' ? plural(count, 'new contact') : `${count} new`;

function Problems({ preview }: { preview: ImportPreview }) {
  return (
    <TableBox label="Rows that cannot be taken" scrolls="mb-3 max-h-96 overflow-auto">
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
    </TableBox>
  );
}

function Changes({ preview }: { preview: ImportPreview }) {
  return (
    <details open={preview.changes.length < 30}>
      <summary className="cursor-pointer font-semibold text-copper">
        What changes: {plural(preview.changes.length, 'value')}
      </summary>
      <TableBox label="What changes" scrolls="max-h-96 overflow-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="border-b-2 border-ink text-sm">
              <th scope="col">Line</th>
              <th scope="col">Of</th>
              <th scope="col">What</th>
              <th scope="col">Is</th>
              <th scope="col">Becomes</th>
            </tr>
          </thead>
          <tbody>
            {preview.changes.map((change, i) => (
              <tr key={i} className="border-b border-rule align-top">
                <td className="pr-3">{change.line}</td>
                <td className="pr-3">{change.what}</td>
                <td className="pr-3">{wordOf(change.column)}</td>
                <td className="pr-3 text-soft">{change.before ?? 'not known'}</td>
                <td className="font-semibold">{change.after}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </TableBox>
    </details>
  );
}
