import { dangersHeard } from '#core/heard';
import type { Priority } from '#core/base/vocabulary';

/**
 * What can hurt somebody in the caller's words, with what to tell at once: before everything else on the
 * page.
 */
export function Heard({ words, priority }: { words: string; priority: Priority }) {
  const heard = dangersHeard(words);
  if (heard.length === 0) return null;
  const first = heard.filter((danger) => danger.priority === 'at once');
  return (
    <div role="alert" className="mb-3 border-4 border-ink bg-sheet p-3 lg:col-span-2">
      {heard.map((danger) => (
        <div key={danger.kind} className="mb-1 last:mb-0">
          <p className={first.includes(danger) ? 'hazard-notch inline-block text-lg' : 'font-bold'}>
            {danger.kind} <span className="text-base font-normal text-ink">“{danger.heard}”</span>
          </p>
          {danger.tell ? (
            <p className="text-lg">
              <strong>Tell the caller now:</strong> {danger.tell}
            </p>
          ) : null}
        </div>
      ))}
      {first.length > 0 && priority !== 'at once' ? (
        <p className="mt-1 font-bold">
          This call is set to “{priority}” by hand. Words like these are for at once.
        </p>
      ) : null}
      <p className="mt-1 text-sm text-soft">
        The utility, the fire service and local rules decide; this only reminds.
      </p>
    </div>
  );
}
