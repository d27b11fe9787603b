import { wordsOf } from '#core/reasons';
import { Command } from 'cmdk';
import { Dialog as Radix } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSearchQuery } from '../api/search.ts';
import { useWho } from '../state/session.ts';

const PATHS = { customer: '/customers', site: '/sites', unit: '/units', call: '/calls' } as const;

/** The box itself, fetched when it is first opened. */
export default function FindDialog({ onClose }: { onClose: () => void }) {
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
  return (
    <Radix.Root open onOpenChange={onClose}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-[1100] bg-black/45" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-x-3 top-[8vh] z-[1110] mx-auto max-w-xl border-2 border-ink bg-sheet text-ink"
        >
          <Radix.Title className="sr-only">Find</Radix.Title>
          <Command shouldFilter={false} label="Find" value={selected} onValueChange={setSelected}>
            <Command.Input
              value={typed}
              onValueChange={setTyped}
              placeholder="Tag, serial, site, breaker, thermostat, or a complaint"
              className="min-h-13 w-full border-b-2 border-rule bg-transparent px-4 text-lg outline-none"
            />
            <Command.List className="max-h-[60vh] overflow-y-auto p-2">
              {typed.trim() !== '' && data?.length === 0 && !isFetching ? (
                <p className="p-3 text-soft">Nothing found. Try fewer letters.</p>
              ) : null}
              {typed.trim() !== ''
                ? data?.map((found) => (
                    <Command.Item
                      key={found.id}
                      value={found.id}
                      onSelect={() => go(`${PATHS[found.kind]}/${found.id}`)}
                      className="flex min-h-11 cursor-pointer items-center gap-3 px-2 data-[selected=true]:bg-paper data-[selected=true]:outline-2 data-[selected=true]:outline-copper"
                    >
                      <span className="w-20 shrink-0 text-sm text-soft">
                        {found.why ? 'likely unit' : found.kind}
                      </span>
                      <span className="min-w-0">
                        <span className={found.kind === 'unit' ? 'plate text-sm' : 'font-semibold'}>
                          {found.title}
                        </span>
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
                    </Command.Item>
                  ))
                : null}
              {shown.map(([name, path]) => (
                <Command.Item
                  key={path}
                  value={`go ${path}`}
                  onSelect={() => go(path as string)}
                  className="flex min-h-11 cursor-pointer items-center gap-3 px-2 data-[selected=true]:bg-paper data-[selected=true]:outline-2 data-[selected=true]:outline-copper"
                >
                  <span className="w-20 shrink-0 text-sm text-soft">go to</span>
                  {name}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
