import { useState } from 'react';
import { useTakeBackMutation } from '../api/imports.ts';
import { problemOf } from '../api/base.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { instant } from '../ui/words/format.ts';
import { Panel, Trouble } from '../ui/frame/Screen.tsx';
import type { ImportRow } from '#contracts/imports';
import { say } from '../ui/saying/say.ts';

/**
 * What was imported, and taking it back as a whole.
 *
 * @param answer what was asked for before the screen opened: what comes later would push down what is below
 */
export function Past({
  answer: { data, error, refetch },
}: {
  answer: { data?: readonly ImportRow[] | undefined; error?: unknown; refetch: () => void };
}) {
  const { timeZone } = useWho();
  const [takeBack] = useTakeBackMutation();
  const [asking, setAsking] = useState<ImportRow>();
  const [trouble, setTrouble] = useState<string>();
  if (!data) return error ? <Trouble error={error} retry={refetch} /> : null;
  if (data.length === 0) return null;
  const go = async (row: ImportRow) => {
    setAsking(undefined);
    try {
      await takeBack(row.id).unwrap();
      setTrouble(undefined);
      say(`${row.fileName} is taken back: all is as it was before it`);
    } catch (error) {
      const { title, detail } = problemOf(error);
      setTrouble(`${title}. ${detail ?? ''}`);
    }
  };
  return (
    <Panel title="Imported before">
      {trouble ? (
        <p role="alert" className="mb-2 fault">
          {trouble}
        </p>
      ) : null}
      <ul className="divide-y divide-rule">
        {data.slice(0, 10).map((row) => (
          <li key={row.id} className="flex items-center gap-2 py-1">
            <span className="min-w-0 grow">
              <strong>{row.fileName}</strong>, {row.kind}
              <span className="block text-sm text-soft">
                {instant(row.appliedAt, timeZone)}
                {row.by ? `, ${row.by}` : ''}: {row.created} new, {row.changed} changed
                {row.takenBackAt ? `; taken back ${instant(row.takenBackAt, timeZone)}` : ''}
              </span>
            </span>
            {row.takenBackAt ? null : (
              <Button look="quiet" aria-label={`Take back ${row.fileName}`} onClick={() => setAsking(row)}>
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
      {asking ? (
        <Dialog
          open
          onClose={() => setAsking(undefined)}
          title={`Take ${asking.fileName} back?`}
          description="What it made goes, what it changed is as before. It works only while nothing is built on it."
        >
          <div className="flex gap-2">
            <Button look="act" onClick={() => void go(asking)}>
              Take it back
            </Button>
            <Button onClick={() => setAsking(undefined)}>Leave it</Button>
          </div>
        </Dialog>
      ) : null}
    </Panel>
  );
}
