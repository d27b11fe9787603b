import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import { siteMeant } from '#core/places/locate';
import { useSitesQuery } from '../api/sites.ts';
import { Button } from '../ui/frame/Button.tsx';

/** No row is chosen: of no row the value. */
const NONE = 'none';

/** Finds a site while typing its name, customer, street or ref; arrow keys and Enter choose. */
export function SitePicker({
  onPick,
  onNew,
  error,
}: {
  onPick: (site: { id: string; name: string; customer: string }) => void;
  /** It is on no record yet; what was typed is its name. */
  onNew?: (typed: string) => void;
  error?: string | undefined;
}) {
  const [typed, setTyped] = useState('');
  // Of what is typed now, not of what was typed before: Enter takes only what is shown for these words.
  const { data, currentData } = useSitesQuery({ q: typed, sort: 'best', dir: 'asc', offset: 0, limit: 8 });
  const [selected, setSelected] = useState('');
  // Enter takes a site only where nothing else can be meant; an arrow key chooses any other.
  useEffect(
    () => setSelected((currentData && siteMeant(typed, currentData.rows)?.id) ?? NONE),
    [currentData, typed],
  );
  return (
    <Command
      shouldFilter={false}
      // A pointer that lies where the rows come up chooses none of them.
      disablePointerSelection
      label="Site"
      className="relative"
      value={selected}
      onValueChange={setSelected}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        if (event.ctrlKey || !currentData || selected === NONE) {
          event.preventDefault();
          event.stopPropagation();
        }
      }}
    >
      <Command.Input
        autoFocus
        aria-label="Site"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? 'site-error' : undefined}
        value={typed}
        onValueChange={setTyped}
        placeholder="Which site? Customer, name or street"
        className={`reach w-full rounded-[3px] border-2 bg-sheet px-2 text-lg ${error ? 'border-ink' : 'border-rule focus:border-copper'}`}
      />
      {error ? (
        <p id="site-error" role="alert" className="mt-0.5 text-sm fault">
          {error}
        </p>
      ) : null}
      {/* Above the rows: below them it would move away under the finger each time they become fewer. */}
      {onNew ? (
        <Button
          look="quiet"
          onClick={() => onNew(typed)}
          // Its own Enter: the list would take it for a row of its.
          onKeyDown={(event) => event.stopPropagation()}
        >
          Not on record yet: a new site
        </Button>
      ) : null}
      {/* Rows of earlier words stand back until those of the typed ones are there: Enter takes none of them. */}
      {/* As high whatever is found: the form below it stays where it is. */}
      <Command.List
        aria-busy={!currentData}
        className={`mt-1 h-72 phone:h-80 overflow-y-auto border border-rule bg-sheet ${currentData ? '' : 'opacity-60'}`}
      >
        {data?.rows.map((site) => (
          <Command.Item
            key={site.id}
            value={site.id}
            onSelect={() => onPick({ id: site.id, name: site.name, customer: site.customer })}
            className="flex cursor-pointer gap-3 px-2 py-1.5 data-[selected=true]:bg-paper data-[selected=true]:outline-2 data-[selected=true]:outline-copper"
          >
            <span className="font-semibold">{site.name}</span>
            <span className="text-soft">
              {site.customer}
              {site.address ? ` · ${site.address}` : ''}
            </span>
          </Command.Item>
        ))}
        {currentData && typed.trim() !== '' && currentData.rows.length > 1 && selected === NONE ? (
          <p className="px-2 pt-1 text-sm text-soft">
            Which of these? The arrow keys choose, Enter takes it.
          </p>
        ) : null}
        {data?.rows.length === 0 ? <p className="p-2 text-soft">No site found.</p> : null}
      </Command.List>
    </Command>
  );
}
