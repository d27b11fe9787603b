import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import { daysBetween, localDate } from '#core/base/time';
import type { BoardView, OnHold as Held } from '#contracts/board';
import { useFetchPartsMutation, useUpdateCallMutation } from '../api/calls.ts';
import { readyWord } from '../calls/readyWord.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { day as dayText } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { WaitsRow } from './WaitsRow.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** Calls that wait for parts, approval and the like, the longest first; what is there can be planned. */
export function OnHold({ board }: { board: BoardView }) {
  const { can } = useWho();
  const [update] = useUpdateCallMutation();
  const { onHold } = board;
  if (onHold.length === 0) return null;
  const ready = async ({ id, version, ref, waitingFor }: Held) => {
    try {
      const after = await update({ id, patch: { version, step: { step: 'ready' } } }).unwrap();
      say(`${ref} waits for a place`, {
        undo: () => update({ id, patch: { version: after.version, step: { step: 'wait', waitingFor } } }),
      });
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <Panel title={`On hold: ${onHold.length}`} className="mt-3">
      <Stories units={onHold.map((row) => row.unitId)}>
        <ul
          className="max-h-[30vh] divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label="Calls on hold"
        >
          {onHold.map((row) => {
            const days = daysBetween(localDate(new Date(row.since), board.timeZone), board.today);
            return (
              <WaitsRow
                key={row.id}
                plate={row.unit && row.unitId ? <UnitPlate unitId={row.unitId} tag={row.unit} /> : undefined}
                head={
                  <>
                    <Link to={`/calls/${row.id}`} className="font-semibold link">
                      {row.site}
                    </Link>
                    <span>
                      waits for <strong>{row.waitingFor}</strong>
                      {days > 0 ? `; on hold for ${plural(days, 'day')}` : ''}
                    </span>
                  </>
                }
                words={row.complaint}
                story={row.unitId ? <UnitStory unitId={row.unitId} /> : undefined}
                foot={row.fetchState ? <p className="text-sm">{fetchWords(row)}</p> : null}
                actions={
                  <>
                    {can('take call') && row.waitingFor === 'parts' && row.fetchState === null ? (
                      <FetchAt counters={board.counters} row={row} />
                    ) : null}
                    {can('take call') ? (
                      <Button
                        look="quiet"
                        onClick={() => void ready(row)}
                        aria-label={`${readyWord(row.waitingFor)}: ${row.site}`}
                      >
                        {readyWord(row.waitingFor)}
                      </Button>
                    ) : null}
                  </>
                }
              />
            );
          })}
        </ul>
      </Stories>
    </Panel>
  );
}

/** @example "Parts to be fetched Thu 4 Jun 2026 by Harbour." */
function fetchWords({ fetchState, fetchOn, fetchBy }: Held): string {
  if (fetchState === 'done') return `Parts fetched${fetchBy ? ` by ${fetchBy}` : ''}.`;
  if (fetchOn === null) return 'The stop to fetch the parts waits for a place.';
  return `Parts to be fetched ${dayText(fetchOn)}${fetchBy ? ` by ${fetchBy}` : ''}.`;
}

/** Takes a stop at a supply counter for the parts of a call. */
function FetchAt({ counters, row }: { counters: BoardView['counters']; row: Held }) {
  const [fetchParts] = useFetchPartsMutation();
  if (counters.length === 0) return null;
  const fetch = async (siteId: string) => {
    try {
      const call = await fetchParts({ callId: row.id, body: { id: uuid(), siteId } }).unwrap();
      say(`${call.ref}: a stop at ${call.site} waits for a place`);
    } catch (refused) {
      sayRefused(refused);
    }
  };
  const [only] = counters;
  if (counters.length === 1 && only)
    return (
      <Button
        look="quiet"
        onClick={() => void fetch(only.id)}
        aria-label={`Fetch the parts for ${row.site} at ${only.name}`}
      >
        Fetch the parts
      </Button>
    );
  return (
    <details className="text-right">
      <summary className="reach cursor-pointer px-2 font-semibold text-copper">Fetch the parts</summary>
      {counters.map(({ id, name }) => (
        <Button key={id} look="quiet" onClick={() => void fetch(id)}>
          at {name}
        </Button>
      ))}
    </details>
  );
}
