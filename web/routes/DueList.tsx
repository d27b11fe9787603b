import { useMemo, useState } from 'react';
import { putOffWords } from '#core/upkeep/maintenance';
import { wordsOf } from '#core/said';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';
import type { DueSite } from '#contracts/routes';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { shortDay } from '../ui/words/format.ts';
import { found, inOrder } from '../ui/lists/found.ts';
import { Reasons } from '../ui/marks/Reasons.tsx';
import { saveCsv, type CsvColumn } from '../ui/lists/saveCsv.ts';
import { Empty, Panel } from '../ui/frame/Screen.tsx';
import { SearchField } from '../ui/forms/SearchField.tsx';
import { WindowBar } from './WindowBar.tsx';
import { useWho } from '../state/session.ts';

/** Everything that is due, a line for each task of a unit. */
const dueRows = (sites: readonly DueSite[]) =>
  sites.flatMap((site) =>
    site.units.flatMap((unit) => unit.tasks.map((task) => ({ site, unit: unit.tag, task }))),
  );
const DUE_COLUMNS: readonly CsvColumn<ReturnType<typeof dueRows>[number]>[] = [
  { header: 'Customer', text: ({ site }) => site.customer },
  { header: 'Site', text: ({ site }) => site.site },
  { header: 'Unit', text: ({ unit }) => unit },
  { header: 'Task', text: ({ task }) => task.title },
  { header: 'Due on', text: ({ task }) => task.dueOn },
  { header: 'Days late', text: ({ task }) => task.lateDays },
];

/** What is due by site; each is chosen for the plan or left out of it. */
export function DueList({
  sites,
  left,
  unitsOut,
  pick,
  onUnit,
  onToggle,
  onAll,
}: {
  sites: readonly DueSite[];
  left: ReadonlySet<string>;
  /** Units of chosen sites that are left for another time. */
  unitsOut: ReadonlySet<string>;
  pick: boolean;
  onUnit: (unitId: string) => void;
  onToggle: (siteId: string) => void;
  onAll: (chosen: boolean) => void;
}) {
  const [typed, setTyped] = useState('');
  const [order, setOrder] = useState<keyof typeof DUE_ORDERS>('late first');
  const shown = useMemo(
    () => DUE_ORDERS[order](sites.filter((s) => found(typed, [s.site, s.customer]))),
    [order, sites, typed],
  );
  const chosen = sites.filter((s) => !left.has(s.siteId));
  return (
    <Panel
      title={`Due by site (${pick ? `${chosen.length} of ${sites.length} chosen` : sites.length})`}
      actions={
        sites.length > 0 ? (
          <>
            {pick ? (
              <Button look="quiet" onClick={() => onAll(chosen.length === 0)}>
                {chosen.length === 0 ? 'Choose all' : 'Choose none'}
              </Button>
            ) : null}
            <Button look="quiet" onClick={() => saveCsv('due', DUE_COLUMNS, dueRows(sites))}>
              CSV
            </Button>
          </>
        ) : null
      }
    >
      {sites.length === 0 ? (
        <Empty>Nothing that is not on a plan is due in these days.</Empty>
      ) : (
        <DueTools
          typed={typed}
          onTyped={setTyped}
          order={order}
          onOrder={setOrder}
          said={shownOf(shown, chosen, sites.length, pick)}
        />
      )}
      <ul className="max-h-[70vh] divide-y divide-rule overflow-y-auto" tabIndex={0} aria-label="Due by site">
        {shown.map((site) => (
          <DueLine
            key={site.siteId}
            site={site}
            chosen={!left.has(site.siteId)}
            unitsOut={unitsOut}
            onUnit={onUnit}
            onToggle={() => onToggle(site.siteId)}
            pick={pick}
          />
        ))}
      </ul>
    </Panel>
  );
}

const DUE_ORDERS = {
  'late first': (sites: readonly DueSite[]) => [...sites],
  'by site': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.site),
  'by customer': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.customer),
  'most work first': (sites: readonly DueSite[]) => inOrder(sites, (s) => s.minutes, 'desc'),
} as const;

/** How many sites are shown, and how many that are not will still be planned: a search leaves nothing out. */
function shownOf(shown: readonly DueSite[], chosen: readonly DueSite[], all: number, pick: boolean): string {
  if (shown.length === all) return plural(all, 'site');
  const hidden = chosen.filter((site) => !shown.includes(site)).length;
  return `${shown.length} of ${plural(all, 'site')}${
    pick && hidden > 0 ? `; ${plural(hidden, 'chosen site')} not shown` : ''
  }`;
}

function DueTools({
  typed,
  onTyped,
  order,
  onOrder,
  said,
}: {
  typed: string;
  onTyped: (text: string) => void;
  order: keyof typeof DUE_ORDERS;
  onOrder: (order: keyof typeof DUE_ORDERS) => void;
  said: string;
}) {
  const look = 'reach rounded-[3px] border-2 border-rule bg-sheet px-2 focus:border-copper';
  return (
    <div className="no-print mb-1 flex flex-wrap items-center gap-2">
      <SearchField
        label="Search what is due"
        hint="site or customer"
        value={typed}
        onChange={onTyped}
        className="w-40"
      />
      <select
        aria-label="Order of what is due"
        value={order}
        onChange={(event) => onOrder(event.target.value as keyof typeof DUE_ORDERS)}
        className={look}
      >
        {Object.keys(DUE_ORDERS).map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
      <span role="status" className="text-sm text-soft">
        {said}
      </span>
    </div>
  );
}

/** @example " Put off 2 Apr 2026: no water pressure on the roof." */
const putOffText = ({ putOff }: DueSite['units'][number]['tasks'][number]): string =>
  putOff ? ` Put off ${shortDay(putOff.on)}: ${putOffWords(putOff.why)}.` : '';

function DueLine({
  site,
  chosen,
  unitsOut,
  onUnit,
  onToggle,
  pick,
}: {
  site: DueSite;
  chosen: boolean;
  unitsOut: ReadonlySet<string>;
  onUnit: (unitId: string) => void;
  onToggle: () => void;
  pick: boolean;
}) {
  const { today } = useWho();
  const [open, setOpen] = useState(false);
  const tasks = site.units.reduce((sum, u) => sum + u.tasks.length, 0);
  const out = site.units.filter(({ unitId }) => unitsOut.has(unitId)).length;
  // Of all that is due there, what has to be done first says when somebody has to go.
  const [tightest] = site.units
    .flatMap((unit) => unit.tasks.flatMap((task) => task.window ?? []))
    .toSorted((a, b) => (a.latest < b.latest ? -1 : 1));
  return (
    <li className="py-1.5">
      <label className="flex cursor-pointer gap-2">
        {pick ? (
          <input type="checkbox" checked={chosen} onChange={onToggle} className="mt-1 h-4 w-4" />
        ) : null}
        <span className="grow">
          <strong>{site.site}</strong> <span className="text-soft">{site.customer}</span>
          <span className="block text-sm">
            {plural(site.units.length, 'unit')}, {plural(tasks, 'task')}, {durationText(site.minutes)}
            {chosen && out > 0 ? (
              <strong>
                , {out} of {site.units.length} left for another time
              </strong>
            ) : null}
            {site.openCalls > 0 ? `, ${site.openCalls} open ${site.openCalls === 1 ? 'call' : 'calls'}` : ''}
            {site.lat === null ? ', position not known' : ''}
            {site.minutesAllowed !== null && site.minutes > site.minutesAllowed ? (
              <strong className="block">
                the agreement allows {durationText(site.minutesAllowed)} a visit
              </strong>
            ) : null}
            {site.conditions.map((c, i) => (
              <span key={i} className="block">
                {c.tag} left so: {c.hazard ? <span className="hazard-notch">{c.kind}</span> : c.kind}
                {c.overdue ? ', too long' : ''}
              </span>
            ))}
          </span>
        </span>
        {tightest ? <WindowBar {...tightest} today={today} /> : null}
        {site.lateDays > 0 ? (
          <span className="font-bold whitespace-nowrap">{plural(site.lateDays, 'day')} late</span>
        ) : null}
      </label>
      <details className="pl-6 text-sm" onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary className="cursor-pointer text-copper">
          {pick ? 'Which units, and why' : 'What and why'}
        </summary>
        {open ? (
          <Stories units={site.units.map((unit) => unit.unitId)}>
            <ul className="divide-y divide-rule">
              {site.units.map((unit) => (
                <li key={unit.unitId} className="py-1">
                  <span className="unit-row-brief">
                    {pick ? (
                      <input
                        type="checkbox"
                        aria-label={`${unit.tag} of ${site.site} goes on the plan`}
                        disabled={!chosen}
                        checked={chosen && !unitsOut.has(unit.unitId)}
                        onChange={() => onUnit(unit.unitId)}
                        className="h-4 w-4"
                      />
                    ) : null}
                    <UnitPlate unitId={unit.unitId} tag={unit.tag} />
                    <UnitStory unitId={unit.unitId} />
                  </span>
                  {unit.tasks.map((t) => wordsOf(t.reason).text + putOffText(t)).join(' ')}
                  <Reasons reasons={unit.tasks.map((t) => t.reason)} />
                </li>
              ))}
            </ul>
          </Stories>
        ) : null}
      </details>
    </li>
  );
}
