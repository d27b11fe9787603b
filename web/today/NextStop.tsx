import { useMemo } from 'react';
import { Link } from 'react-router';
import type { VisitRow } from '#contracts/visits';
import { useVisitQuery } from '../api/visits.ts';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { MiniStory, useStories } from '../drawings/MiniStory.tsx';
import { useKeptSheet } from '../outbox/kept.ts';
import { pressed } from '../ui/frame/Button.tsx';
import { Plate } from '../ui/marks/Plate.tsx';

/**
 * Where the crew goes next, whole: what is the matter, what can hurt there, how to get up, the roof, one
 * button.
 */
export function NextStop({ visit, when }: { visit: VisitRow; when: string }) {
  const { data } = useVisitQuery(visit.id);
  const kept = useKeptSheet(visit.id);
  const sheet = data ?? kept;
  const called = useMemo(() => visit.calls.flatMap((call) => call.unitId ?? []), [visit.calls]);
  const stories = useStories(called);
  const ways = sheet
    ? (
        [
          ['Way up', sheet.wayUp],
          ['Key', sheet.keyHidden ? 'ask the desk where it is' : sheet.keyAt],
          ['Parking', sheet.parking],
        ] as const
      ).filter(([, words]) => words)
    : [];
  return (
    <section className="border-2 border-ink bg-sheet p-3" aria-label={`Next: ${visit.site}`}>
      <h2 className="text-xl">{visit.site}</h2>
      <p>
        {when}
        {visit.address ? `, ${visit.address}` : ''}
      </p>
      {sheet && sheet.hazards.length > 0 ? (
        <p className="mt-2 flex flex-wrap gap-2">
          {sheet.hazards.map((hazard) => (
            <span key={hazard} className="site-hazard">
              {hazard}
            </span>
          ))}
        </p>
      ) : null}
      {visit.calls.slice(0, 3).map((call) => (
        <p key={call.id} className="mt-2 text-lg">
          {call.unit ? (
            <span className="mr-2">
              <Plate tag={call.unit} flagKinds={call.unitId ? stories[call.unitId]?.flagKinds : undefined} />
            </span>
          ) : null}
          {call.complaint}
          {call.unitId ? (
            <span className="mt-1 block">
              <MiniStory story={stories[call.unitId]} />
            </span>
          ) : null}
        </p>
      ))}
      {visit.calls.length > 3 ? <p className="text-soft">and {visit.calls.length - 3} more</p> : null}
      <Link
        to={`/visits/${visit.id}`}
        aria-label={`${visit.arrivedAt ? 'Back to the sheet' : 'Open the sheet'} of ${visit.site}`}
        className={`${pressed({ look: 'act', roof: true })} mt-3 w-full`}
      >
        {visit.arrivedAt ? 'Back to the sheet' : 'Open the sheet'}
      </Link>
      {ways.length > 0 ? (
        <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-3">
          {ways.map(([name, words]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      <div className="mt-3">
        <SiteRoofs siteId={visit.siteId} marked={called} width={330} height={200} />
      </div>
    </section>
  );
}
