import { dangersHeard } from '#core/intake';

/** What can hurt somebody in the caller's words, with what to tell at once: before everything else on the page. */
export function Heard({ words }: { words: string }) {
  const heard = dangersHeard(words);
  if (heard.length === 0) return null;
  const first = heard.filter((danger) => danger.priority === 'at once');
  return (
    <div role="alert" className="hazard-corner mb-3 border-4 border-ember bg-sheet p-3 lg:col-span-2">
      {heard.map((danger) => (
        <div key={danger.kind} className="mb-1 last:mb-0">
          <p className={first.includes(danger) ? 'text-lg font-bold text-ember' : 'font-bold'}>
            {danger.kind} <span className="text-base font-normal text-ink">“{danger.heard}”</span>
          </p>
          {danger.tell ? (
            <p className="text-lg">
              <strong>Tell the caller now:</strong> {danger.tell}
            </p>
          ) : null}
        </div>
      ))}
      <p className="mt-1 text-sm text-soft">
        The utility, the fire service and local rules decide; this only reminds. Saved calls like this are
        marked to be seen {first.length > 0 ? 'at once' : 'today'}.
      </p>
    </div>
  );
}
