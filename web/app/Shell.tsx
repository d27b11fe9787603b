import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useEffect } from 'react';
import { useDispatch } from 'react-redux';
import { Link, NavLink, Outlet, useLocation } from 'react-router';
import { api } from '../api/base.ts';
import { useSessionQuery, useSignOutMutation } from '../api/people.ts';
import { phone } from '../outbox/db.ts';
import { useOnline, useOutboxCount } from '../outbox/hooks.ts';
import { startOutbox } from '../outbox/sender.ts';
import { FindBox } from '../search/FindBox.tsx';
import { Loading, Trouble } from '../ui/Screen.tsx';
import { moveClock } from './clock.ts';
import { rememberSignedIn } from './screen.ts';
import { useNews } from './news.ts';
import { SessionContext, useWho, type Session } from './session.ts';
import { useKept } from './kept.ts';
import { THEMES, useTheme } from './theme.ts';

const SignIn = lazy(() => import('../people/SignIn.tsx'));
const Toaster = lazy(() => import('sonner').then((m) => ({ default: m.Toaster })));

const PLACES = [
  ['Today', '/'],
  ['Sites', '/sites'],
  ['Routes', '/routes'],
  ['Watch', '/watch'],
  ['Bench', '/bench'],
] as const;

/** The ridge on top with the places, and under it the screen. On a phone the places move to the thumb. */
export function Shell() {
  const { data, error, refetch } = useSessionQuery();
  const kept = useKept<Session>('session', data?.user ? (data as Session) : undefined);
  useTheme();
  // Without a signal the last session still opens the sheets that are on this phone.
  const session = data ? (data.user ? (data as Session) : null) : error && kept ? kept : undefined;
  useEffect(() => {
    if (data && !data.user) void phone.misc.delete('session');
    if (data) rememberSignedIn(data.user !== null);
  }, [data]);
  moveClock(session?.clockShiftMs ?? 0);
  if (session === null) {
    return (
      <Suspense fallback={null}>
        <SignIn company={data?.company ?? ''} />
      </Suspense>
    );
  }
  if (!session)
    return (
      <div className="p-6">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the company" />}
      </div>
    );
  return (
    <SessionContext.Provider value={session}>
      <Frame />
    </SessionContext.Provider>
  );
}

function Frame() {
  const { demoAgeDays, user } = useWho();
  const dispatch = useDispatch();
  const { pathname } = useLocation();
  useNews(true);
  useEffect(() => startOutbox(() => dispatch(api.util.invalidateTags(['Record']))), [dispatch]);
  useEffect(() => {
    window.scrollTo(0, 0);
  }, [pathname]);
  return (
    <>
      <a href="#content" className="sr-only focus:not-sr-only">
        Skip to the content
      </a>
      <header className="no-print sticky top-0 z-[1000] flex items-center gap-3 bg-[#24272a] px-3 py-1.5 text-[#f6f2e9]">
        <Link to="/" aria-label="Gradum, today" className="shrink-0">
          <img src="/mark.svg" alt="" className="h-7 w-7" />
        </Link>
        <nav aria-label="Places" className="hidden gap-1 md:flex">
          {PLACES.map(([name, path]) => (
            <NavLink
              key={path}
              to={path}
              end={path === '/'}
              className={({ isActive }) =>
                `px-3 py-1.5 font-semibold ${isActive ? 'border-b-[3px] border-[#e59a63]' : 'text-[#d9d5c9] hover:text-white'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <FindBox />
        <span className="hidden grow md:block" />
        <Signal />
        <UserMenu />
      </header>
      {demoAgeDays !== null && demoAgeDays > 14 ? (
        <p role="status" className="hatch border-b border-rule px-4 py-1 text-sm">
          <span className="bg-paper px-1">
            The demo was made {demoAgeDays} days ago, so what it calls recent no longer is.{' '}
            <code>npm start -- --fresh</code> makes it anew.
          </span>
        </p>
      ) : null}
      <Suspense
        fallback={
          <div className="p-4">
            <Loading what="the screen" />
          </div>
        }
      >
        <Outlet key={user.id} />
      </Suspense>
      <nav
        aria-label="Places, by thumb"
        className="no-print fixed inset-x-0 bottom-0 z-[1000] grid grid-cols-5 border-t-2 border-ink bg-sheet md:hidden"
      >
        {PLACES.map(([name, path]) => (
          <NavLink
            key={path}
            to={path}
            end={path === '/'}
            className={({ isActive }) =>
              `flex min-h-14 items-center justify-center text-lg font-semibold ${isActive ? 'border-t-4 border-copper' : ''}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <Suspense fallback={null}>
        <Toaster
          position="bottom-left"
          offset={{ bottom: 72 }}
          toastOptions={{
            style: {
              background: 'var(--sheet)',
              color: 'var(--ink)',
              border: '2px solid var(--ink)',
              borderRadius: 3,
              fontFamily: 'var(--font-text)',
              fontSize: 15,
            },
          }}
        />
      </Suspense>
    </>
  );
}

/** Says in words whether what was written has arrived. */
function Signal() {
  const waiting = useOutboxCount();
  const online = useOnline();
  if (online && waiting === 0) return null;
  return (
    <span role="status" className="shrink-0 border border-[#e59a63] px-2 text-sm text-[#ffd9bd]">
      {online ? '' : 'No signal. '}
      {waiting > 0 ? `${waiting} on this phone` : ''}
    </span>
  );
}

function UserMenu() {
  const { user, can } = useWho();
  const [theme, setTheme] = useTheme();
  const [signOut] = useSignOutMutation();
  const item =
    'flex min-h-10 cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-paper data-[highlighted]:text-copper';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="shrink-0 px-2 py-1 text-left leading-tight hover:text-white"
        aria-label={`${user.displayName}, menu`}
      >
        <span className="block max-w-28 truncate font-semibold">{user.displayName.split(' ')[0]}</span>
        <span className="block text-xs text-[#d9d5c9]">{user.role}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-[1200] min-w-56 border-2 border-ink bg-sheet py-1 text-ink"
        >
          {can('import') ? (
            <DropdownMenu.Item asChild>
              <Link to="/imports" className={item}>
                Import and export
              </Link>
            </DropdownMenu.Item>
          ) : null}
          <DropdownMenu.Item asChild>
            <Link to="/settings" className={item}>
              Settings and words
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.RadioGroup
            value={theme}
            onValueChange={(next) => setTheme(next as typeof theme)}
            aria-label="Light"
          >
            {THEMES.map((name) => (
              <DropdownMenu.RadioItem key={name} value={name} className={item}>
                <span className="w-5">{theme === name ? '✓' : ''}</span>
                {{ chalk: 'Indoors', sun: 'Sunlight', night: 'Night' }[name]}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item className={item} onSelect={() => void signOut()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
