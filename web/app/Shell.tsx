import { useLiveQuery } from 'dexie-react-hooks';
import { lazy, Suspense, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { durationText } from '#core/base/time';
import type { SessionView } from '#contracts/people';
import { useDispatch } from 'react-redux';
import { Link, NavLink, Outlet, useLocation } from 'react-router';
import { api } from '../api/base.ts';
import { KINDS } from '../api/tags.ts';
import { useSessionQuery } from '../api/people.ts';
import { isHeld, phone } from '../outbox/db.ts';
import { useOnline, useWaiting } from '../outbox/hooks.ts';
import { flush, startOutbox } from '../outbox/sender.ts';
import { companyMeasures, NOBODY } from '../device/device.ts';
import { setWriter } from '../state/writer.ts';
import { Face, FACE } from '../people/Face.tsx';
import { FindBox } from '../search/FindBox.tsx';
import { Said } from '../ui/saying/Said.tsx';
import { Loading, Trouble } from '../ui/frame/Screen.tsx';
import { moveClock } from '../state/clock.ts';
import { rememberSignedIn } from './screen.ts';
import { useNews } from './news.ts';
import { SessionContext, useWho, type Session } from '../state/session.ts';
import { useKept } from '../outbox/kept.ts';
import { useDevice, useTheme } from '../state/preferences.ts';

const OnThisPhone = lazy(() =>
  import('../waiting/OnThisPhone.tsx').then((m) => ({ default: m.OnThisPhone })),
);
const loadMenu = () => import('../people/UserMenu.tsx');
const UserMenu = lazy(loadMenu);
const AskAgain = lazy(() => import('../people/AskAgain.tsx').then((m) => ({ default: m.AskAgain })));
const FirstPassword = lazy(() => import('../people/FirstPassword.tsx'));
const Setup = lazy(() => import('../setup/Setup.tsx'));
const SignIn = lazy(() => import('../people/SignIn.tsx'));

const PLACES = [
  ['Today', '/'],
  ['Sites', '/sites'],
  ['Routes', '/routes'],
  ['Watch', '/watch'],
  ['Bench', '/bench'],
] as const;

/** A clock that is wrong by less goes unnoticed by everybody. */
const WRONG_CLOCK_MS = 2 * 60_000;

/** What the company's clock shows beyond this device's, as measured with this answer. */
const shiftOf = (session: SessionView): number => session.serverMs - Date.now();

/** The ridge on top with the places, and under it the screen. On a phone the places move to the thumb. */
export function Shell() {
  const { data, error, refetch } = useSessionQuery();
  const kept = useKept<Session>('session', data?.user ? (data as Session) : undefined);
  /** Who was at work on this page: while their session is renewed, the screen stays. */
  const [atWork, setAtWork] = useState<Session>();
  const [theme] = useTheme();
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  // Without a signal the last session still opens the sheets that are on this phone.
  const session = data ? (data.user ? (data as Session) : null) : error && kept ? kept : undefined;
  useEffect(() => {
    if (data) rememberSignedIn(data.user !== null);
    if (data?.user) void keepFor(data.user.id);
  }, [data]);
  useEffect(() => {
    if (session) setAtWork(session);
  }, [session]);
  // Opened anew after the session has ended: without a password nothing of it opens any more, with or without
  // a signal.
  useEffect(() => {
    if (session === null && !atWork) void phone.misc.delete('session');
  }, [session, atWork]);
  // Measured once with each answer: by the time it is drawn again the moment is another.
  const shift = useMemo(() => (data ? shiftOf(data) : undefined), [data]);
  useEffect(() => {
    if (shift !== undefined) void phone.misc.put({ key: 'clock shift', value: shift });
  }, [shift]);
  const keptShift = useLiveQuery(() => phone.misc.get('clock shift'), []);
  const clock = shift ?? (keptShift?.value as number | undefined) ?? session?.clockShiftMs ?? 0;
  const shown = session ?? (session === null ? atWork : undefined);
  const [id, name] = shown ? [shown.user.id, shown.user.displayName] : [NOBODY.id, NOBODY.name];
  // Before anything is drawn that writes: whose words they are, and when it is.
  useLayoutEffect(() => {
    moveClock(clock);
    setWriter({ id, name });
  }, [clock, id, name]);
  const units = shown?.units;
  const dispatch = useDispatch();
  useEffect(() => {
    if (units) dispatch(companyMeasures(units));
  }, [dispatch, units]);
  const ready = useDevice((device) => device.writer.id === id);
  const forget = () => {
    setAtWork(undefined);
    void phone.misc.delete('session');
  };
  if (!ready) return null;
  if (shown?.user.mustChoose) {
    const { user, company } = shown;
    return (
      <Suspense fallback={null}>
        <FirstPassword company={company} login={user.login} name={user.displayName} />
      </Suspense>
    );
  }
  if (shown) {
    return (
      <SessionContext.Provider value={shown}>
        <Frame wrongMs={shift === undefined ? 0 : shift - shown.clockShiftMs} forget={forget} />
        {session === null ? (
          <Suspense fallback={null}>
            <AskAgain
              login={shown.user.login}
              name={shown.user.displayName}
              goOn={() => void flush()}
              leave={forget}
            />
          </Suspense>
        ) : null}
      </SessionContext.Provider>
    );
  }
  if (session === null && data?.empty) {
    return (
      <Suspense fallback={<Loading what="the first set-up" />}>
        <Setup />
      </Suspense>
    );
  }
  if (session === null) {
    return (
      <Suspense fallback={null}>
        <SignIn company={data?.company ?? ''} />
      </Suspense>
    );
  }
  return (
    <div className="p-6">
      {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the company" />}
    </div>
  );
}

/** What one person saw stays theirs: somebody else's pages go when another person signs in on this device. */
async function keepFor(userId: string): Promise<void> {
  const before = (await phone.misc.get('kept for'))?.value;
  if (before === userId) return;
  if (before !== undefined) {
    await phone.visits.clear();
    await phone.misc.filter(({ key }) => key !== 'clock shift' && key !== 'session').delete();
  }
  await phone.misc.put({ key: 'kept for', value: userId });
}

function Frame({ wrongMs, forget }: { wrongMs: number; forget: () => void }) {
  const { demoAgeDays, user } = useWho();
  const dispatch = useDispatch();
  const { pathname } = useLocation();
  useNews(true);
  useEffect(
    () =>
      startOutbox(
        () => dispatch(api.util.invalidateTags([...KINDS])),
        () => dispatch(api.util.invalidateTags(['session'])),
      ),
    [dispatch, user.id],
  );
  useEffect(() => {
    void flush();
  }, [user.id]);
  useEffect(() => {
    window.scrollTo(0, 0);
  }, [pathname]);
  return (
    <>
      <a href="#content" className="sr-only focus:not-sr-only">
        Skip to the content
      </a>
      <header className="no-print sticky top-0 z-[1000] flex items-center gap-3 short:static bg-[#24272a] px-3 py-1.5 text-[#f6f2e9]">
        <Link to="/" aria-label="Gradum, today" className="reach shrink-0 content-center">
          <img src="/mark.svg" alt="" className="h-7 w-7" />
        </Link>
        <nav aria-label="Places" className="hidden gap-1 desk:flex short:flex">
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
        <span className="hidden grow desk:block" />
        <Signal />
        <Menu forget={forget} />
      </header>
      {Math.abs(wrongMs) > WRONG_CLOCK_MS ? (
        <p role="status" className="border-b-2 border-ink bg-sheet px-4 py-1">
          <strong>
            This device’s clock is {durationText(Math.abs(wrongMs) / 60_000)} {wrongMs > 0 ? 'slow' : 'fast'}.
          </strong>{' '}
          What you write here gets the right time all the same; set the clock when you can.
        </p>
      ) : null}
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
        data-places=""
        className="beside-form no-print fixed inset-x-0 bottom-0 z-[1000] grid grid-cols-5 border-t-2 border-ink bg-sheet desk:hidden short:hidden"
      >
        {PLACES.map(([name, path]) => (
          <NavLink
            key={path}
            to={path}
            end={path === '/'}
            className={({ isActive }) =>
              `flex min-h-14 items-center justify-center text-[min(var(--lead),5.2vw)] font-semibold ${isActive ? 'border-t-4 border-ink' : ''}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <Said />
    </>
  );
}

/** The face that opens the menu. Its script is fetched when somebody reaches for it, not with every page. */
function Menu({ forget }: { forget: () => void }) {
  const { user } = useWho();
  const [wanted, setWanted] = useState(false);
  const fetchIt = () => void loadMenu().catch(() => undefined);
  const face = (
    <button
      type="button"
      className={FACE}
      aria-label={`${user.displayName}, menu`}
      aria-haspopup="menu"
      aria-expanded={wanted}
      onPointerEnter={fetchIt}
      onFocus={fetchIt}
      onClick={() => setWanted(true)}
    >
      <Face />
    </button>
  );
  if (!wanted) return face;
  return (
    <Suspense fallback={face}>
      <UserMenu forget={forget} />
    </Suspense>
  );
}

/** Says in words whether what was written has arrived; what waits is a touch away. */
function Signal() {
  const { own, others } = useWaiting();
  const [open, setOpen] = useState(false);
  const online = useOnline();
  const held = own.filter(isHeld).length;
  const words = [
    online ? '' : 'No signal.',
    own.length > 0 ? `${own.length} on this phone` : '',
    held > 0 ? `${held} not taken` : '',
    // The first name is enough here: beside it the find box must stay wide enough to type in.
    own.length === 0 && others[0] ? `${others.length} by ${others[0].ownerName.split(' ')[0]}` : '',
  ].filter(Boolean);
  return (
    <>
      <span aria-live="polite" className="shrink-0">
        {words.length > 0 ? (
          <button
            type="button"
            onClick={() => setOpen(true)}
            className="reach shrink-0 border border-[#e59a63] px-2 text-sm text-[#ffd9bd]"
          >
            {words.join(' ')}
          </button>
        ) : null}
      </span>
      {open ? (
        <Suspense fallback={null}>
          <OnThisPhone onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
