import { wordsOf } from '#core/said';
import { Command } from 'cmdk';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSearchQuery } from '../api/search.ts';
import { MiniStory, useStories } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Plate } from '../ui/marks/Plate.tsx';

const PATHS = { customer: '/customers', site: '/sites', unit: '/units', call: '/calls' } as const;

const ITEM =
  'flex reach cursor-pointer items-center gap-3 px-2 py-1 data-[selected=true]:bg-paper data-[selected=true]:outline-2 data-[selected=true]:outline-ink';
const NONE: readonly string[] = [];

/** The field as it is typed in, with what is found beneath it; fetched when it is first opened. */
export default function FindList({ field, onClose }: { field: string; onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const navigate = useNavigate();
  const { can } = useWho();
  const { data, isFetching } = useSearchQuery(typed, { skip: typed.trim() === '' });
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  const places = [
    ...(can('take call') ? [['Take a call', '/calls/new']] : []),
    ['Today', '/'],
    ['Sites, customers, units', '/sites'],
    ['Routes and what is due', '/routes'],
    ['Watch list', '/watch'],
    ['Left open', '/watch/left-open'],
    ['Bench: cards', '/bench'],
    ['Bench: play', '/bench/play'],
    ...(can('read agreements') ? [['Agreements', '/agreements']] : []),
    ...(can('import') ? [['Import and export', '/imports']] : []),
    ['Settings and words', '/settings'],
  ] as const;
  const [selected, setSelected] = useState('');
  const firstFound = typed.trim() === '' ? undefined : data?.[0]?.id;
  useEffect(() => setSelected(firstFound ?? ''), [firstFound]);
  const shown = places.filter(([name]) =>
    (name as string).toLowerCase().includes(typed.trim().toLowerCase()),
  );
  const units = useMemo(
    () => (data ?? []).flatMap((found) => (found.kind === 'unit' ? [found.id] : [])),
    [data],
  );
  const stories = useStories(typed.trim() === '' ? NONE : units);
  return (
    <Command
      shouldFilter={false}
      label="Find"
      value={selected}
      onValueChange={setSelected}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.preventDefault();
        onClose();
      }}
    >
      <Command.Input
        autoFocus
        value={typed}
        onValueChange={setTyped}
        placeholder="Tag, serial, site, breaker, thermostat, or a complaint"
        className={`${field} find-field bg-transparent text-[#f6f2e9]`}
      />
      <Command.List className="absolute inset-x-2 top-full z-[1110] max-h-[70vh] overflow-y-auto border-2 border-t-0 border-ink bg-sheet p-2 text-ink desk:inset-x-0">
        {typed.trim() !== '' && data?.length === 0 && !isFetching ? (
          <p className="p-3 text-soft">Nothing found. Try fewer letters.</p>
        ) : null}
        {typed.trim() !== ''
          ? data?.map((found) => (
              <Command.Item
                key={found.id}
                value={found.id}
                onSelect={() => go(`${PATHS[found.kind]}/${found.id}`)}
                className={ITEM}
              >
                {found.kind === 'unit' ? (
                  <span className="w-24 shrink-0">
                    <Plate tag={found.title} flagKinds={stories[found.id]?.flagKinds} />
                  </span>
                ) : (
                  <span className="w-24 shrink-0 text-sm text-soft">{found.kind}</span>
                )}
                <span className="min-w-0 grow">
                  {found.kind === 'unit' ? null : <span className="font-semibold">{found.title}</span>}
                  <span className="block truncate text-sm text-soft">{found.subtitle}</span>
                  {found.why ? (
                    <span className="block text-sm text-verdigris">
                      {found.why
                        .slice(0, 3)
                        .map((reason) => wordsOf(reason).text)
                        .join(' ')}
                    </span>
                  ) : null}
                </span>
                {found.kind === 'unit' ? (
                  <span className="hidden desk:block">
                    <MiniStory story={stories[found.id]} />
                  </span>
                ) : null}
              </Command.Item>
            ))
          : null}
        {shown.map(([name, path]) => (
          <Command.Item key={path} value={`go ${path}`} onSelect={() => go(path as string)} className={ITEM}>
            <span className="w-24 shrink-0 text-sm text-soft">go to</span>
            {name}
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}
