import { clockText } from '#core/base/time';
import type { VisitRow } from '#contracts/visits';
import { useSeenMutation } from '../api/visits.ts';
import { Button } from '../ui/frame/Button.tsx';
import { sayRefused } from '../ui/saying/say.ts';

/** What was changed on a stop, as somebody at the desk would say it to the crew. */
export function changeWords({
  site,
  startAt,
  changed,
}: Pick<VisitRow, 'site' | 'startAt' | 'changed'>): string {
  const now = startAt === null ? '' : ` at ${clockText(startAt)}`;
  if (changed?.what === 'off') return `${site} is off: nobody goes there.`;
  if (changed?.what === 'new') return `${site} is new${now}.`;
  return `${site} is${now} now${changed?.was == null ? '' : `, not at ${clockText(changed.was)}`}.`;
}

/** The desk has published the day anew: what is different, until somebody of the crew has seen it. */
export function DayChanged({ visits, day }: { visits: readonly VisitRow[]; day: string }) {
  const [seen, { isLoading }] = useSeenMutation();
  const changed = visits.filter((visit) => visit.changed !== null);
  if (changed.length === 0) return null;
  return (
    <section role="status" className="mb-3 border-2 border-ink bg-sheet p-3">
      <h2 className="text-lg">Your day has changed</h2>
      <ul>
        {changed.map((visit) => (
          <li key={visit.id}>{changeWords(visit)}</li>
        ))}
      </ul>
      <Button
        look="act"
        className="mt-2"
        disabled={isLoading}
        onClick={() => void seen(day).unwrap().catch(sayRefused)}
      >
        I have seen it
      </Button>
    </section>
  );
}
