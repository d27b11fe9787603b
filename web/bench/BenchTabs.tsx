import { NavLink, useLocation } from 'react-router';

/** Cards to work something out, a machine to try things on, and its circuit to measure. */
export function BenchTabs() {
  const { pathname } = useLocation();
  const [playing, circuit] = [pathname === '/bench/play', pathname === '/bench/circuit'];
  const tab = (name: string, to: string, on: boolean) => (
    <NavLink
      to={to}
      className={`reach content-center px-4 py-1.5 font-semibold ${on ? 'bg-ink text-paper' : 'hover:text-copper'}`}
    >
      {name}
    </NavLink>
  );
  return (
    <nav aria-label="On the bench" className="no-print mb-3 flex gap-1 border-b-2 border-ink">
      {tab('Cards', '/bench', !playing && !circuit)}
      {tab('Play', '/bench/play', playing)}
      {tab('Circuit', '/bench/circuit', circuit)}
    </nav>
  );
}
