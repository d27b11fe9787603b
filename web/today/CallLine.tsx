import { Link } from 'react-router';
import { waitText } from '#core/base/time';
import type { CallRow } from '#contracts/calls';
import type { UnitInBrief } from '#contracts/units';
import { MiniStory } from '../drawings/MiniStory.tsx';
import { now } from '../state/clock.ts';
import { CallStateBrief } from '../ui/marks/CallState.tsx';
import { instant } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';

/**
 * One open call in one line: how soon, on what, where, its unit's two years, what is said, how long it waits,
 * who has it.
 */
export function CallLine({
  call,
  story,
  zone,
}: {
  call: CallRow;
  story: UnitInBrief | undefined;
  zone: string;
}) {
  const sinceCalled = (now().getTime() - Date.parse(call.receivedAt)) / 60_000;
  const late = call.promisedAt !== null && Date.parse(call.promisedAt) < now().getTime();
  return (
    <>
      <span className="w-20 shrink-0 leading-tight desk:[&>span]:whitespace-normal">
        <PriorityWord priority={call.priority} />
      </span>
      <span className="w-24 shrink-0">
        {call.unit && call.unitId ? (
          <Plate tag={call.unit} to={`/units/${call.unitId}`} flagKinds={story?.flagKinds} />
        ) : (
          <span className="text-soft">unit not known</span>
        )}
      </span>
      <Link
        to={`/calls/${call.id}`}
        title={`${call.ref || call.kind}, ${call.customer}`}
        className="link reach content-center truncate font-semibold desk:w-36 desk:shrink-0"
      >
        {call.site}
      </Link>
      {call.unitId ? (
        <MiniStory story={story} width={116} />
      ) : (
        <span className="w-29 shrink-0 max-xl:hidden" />
      )}
      <span className="unit-words min-w-0 grow truncate desk:basis-40" title={call.complaint}>
        {call.complaint}
      </span>
      <span
        className={`w-20 shrink-0 whitespace-nowrap ${late ? 'font-bold' : ''}`}
        title={instant(call.receivedAt, zone)}
      >
        <span className="sr-only">called </span>
        {waitText(sinceCalled)} ago
        {late ? <span className="block text-sm">promise passed</span> : null}
      </span>
      <span className="min-w-0 desk:w-28 desk:shrink-0">
        <CallStateBrief call={call} zone={zone} />
      </span>
    </>
  );
}
