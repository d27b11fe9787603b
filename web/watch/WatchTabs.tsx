import { NavLink } from 'react-router';

const TABS = [
  ['Units to decide about', '/watch'],
  ['Left open', '/watch/left-open'],
] as const;

/** The two lists somebody has to keep an eye on. */
export function WatchTabs() {
  return (
    <nav aria-label="What to watch" className="no-print mb-3 flex gap-1 border-b-2 border-ink">
      {TABS.map(([name, path]) => (
        <NavLink
          key={path}
          to={path}
          end
          className={({ isActive }) =>
            `reach content-center px-4 py-1.5 font-semibold ${isActive ? 'bg-ink text-paper' : 'text-copper'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
