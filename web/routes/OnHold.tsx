import { Link } from 'react-router';
import { toast } from 'sonner';
import { plural } from '#core/reasons';
import { daysBetween, localDate } from '#core/time';
import type { BoardView, OnHold as Held } from '#contracts/board';
import { problemOf } from '../api/base.ts';
import { useUpdateCallMutation } from '../api/calls.ts';
import { readyWord } from '../calls/readyWord.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/Button.tsx';
import { Panel } from '../ui/Screen.tsx';

/** Calls that wait for parts, approval and the like, the longest first; what is there can be planned. */
export function OnHold({ board }: { board: BoardView }) {
  const { can } = useWho();
  const [update] = useUpdateCallMutation();
  const { onHold } = board;
  if (onHold.length === 0) return null;
  const ready = async ({ id, version, ref, waitingFor }: Held) => {
    try {
      const after = await update({ id, patch: { version, step: { step: 'ready' } } }).unwrap();
      toast(`${ref} waits for a place`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void update({ id, patch: { version: after.version, step: { step: 'wait', waitingFor } } }),
        },
      });
    } catch (refused) {
      toast(problemOf(refused).title);
    }
  };
  return (
    <Panel title={`On hold: ${onHold.length}`} className="mt-3">
      <ul
        className="max-h-[30vh] divide-y divide-rule overflow-y-auto"
        tabIndex={0}
        aria-label="Calls on hold"
      >
        {onHold.map((row) => {
          const days = daysBetween(localDate(new Date(row.since), board.timeZone), board.today);
          return (
            <li key={row.id} className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-2 py-1.5">
              <div>
                <p className="flex flex-wrap items-baseline gap-x-2">
                  <Link
                    to={`/calls/${row.id}`}
                    className="font-semibold text-copper underline underline-offset-4"
                  >
                    {row.site}
                  </Link>
                  {row.unit ? <span className="plate text-sm">{row.unit}</span> : null}
                  <span>
                    waits for <strong>{row.waitingFor}</strong>
                    {days > 0 ? `, ${plural(days, 'day')}` : ''}
                  </span>
                </p>
                <p className="line-clamp-1 text-sm text-soft">{row.complaint}</p>
              </div>
              {can('take call') ? (
                <Button
                  look="quiet"
                  onClick={() => void ready(row)}
                  aria-label={`${readyWord(row.waitingFor)}: ${row.site}`}
                >
                  {readyWord(row.waitingFor)}
                </Button>
              ) : null}
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}
