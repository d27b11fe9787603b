import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import { CONDITION_KIND_NAMES, CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import type { ConditionRow } from '#contracts/conditions';
import { CONDITION_ORDERS } from '#contracts/conditions';
import {
  useConditionsQuery,
  useLazyConditionsQuery,
  usePlanReturnsMutation,
  type ConditionAsk,
} from '../api/conditions.ts';
import { useWho } from '../state/session.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { DaysBar } from '../ui/marks/DaysBar.tsx';
import { dayOf, shortDay } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { Reasons } from '../ui/marks/Reasons.tsx';
import type { CsvColumn } from '../ui/lists/saveCsv.ts';
import { Empty, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { useWhole } from '../ui/lists/useWhole.ts';
import { WatchTabs } from '../watch/WatchTabs.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';
import { SearchField } from '../ui/forms/SearchField.tsx';

const PAGE = 60;
const NONE: readonly ConditionRow[] = [];
const columnsIn = (zone: string): readonly CsvColumn<ConditionRow>[] => [
  { header: 'Unit', text: (row) => row.tag },
  { header: 'Site', text: (row) => row.site },
  { header: 'Customer', text: (row) => row.customer },
  { header: 'Left open', text: (row) => row.kind },
  { header: 'Hazard', text: (row) => (row.hazard ? 'yes' : 'no') },
  { header: 'Since', text: (row) => dayOf(row.openedAt, zone) },
  { header: 'Days', text: (row) => row.days },
  { header: 'Too long', text: (row) => (row.overdue ? 'yes' : 'no') },
  { header: 'What', text: (row) => row.text },
  { header: 'Closes it', text: (row) => row.closes ?? row.usuallyCloses },
];
const ORDER_WORD: Record<(typeof CONDITION_ORDERS)[number], string> = {
  hazard: 'hazards first',
  age: 'oldest first',
  customer: 'by customer',
};

/**
 * Everything anywhere that is not normal: what it was changed from and to, who left it, what closes it, and
 * what has been left too long.
 */
export default function Conditions() {
  const { timeZone, can } = useWho();
  const [ask, setAsk] = useState<ConditionAsk>({
    q: '',
    sort: 'hazard',
    overdue: 'all',
    offset: 0,
    limit: PAGE,
  });
  const { data, error, refetch } = useConditionsQuery(ask);
  const [fetchPage] = useLazyConditionsQuery();
  const [printing, setPrinting] = useState<readonly ConditionRow[]>();
  const whole = useWhole({
    label: 'left open',
    ask,
    columns: columnsIn(timeZone),
    page: (next) => fetchPage(next).unwrap(),
  });
  const set = (patch: Partial<ConditionAsk>) => setAsk((before) => ({ ...before, offset: 0, ...patch }));
  const all = ask.q === '' && ask.overdue === 'all' && !ask.kind;
  const sentence = !data
    ? 'Left open'
    : all && data.total === 0
      ? 'Nothing is left open anywhere.'
      : `${data.total} ${data.total === 1 ? 'thing is' : 'things are'} left open${data.hazards > 0 ? `, ${data.hazards} of them ${data.hazards === 1 ? 'a hazard' : 'hazards'}` : ''}; ${data.overdue === 0 ? 'none has been left too long' : `${data.overdue} left longer than should be`}.`;
  const rows = printing ?? data?.rows ?? NONE;
  const units = useMemo(() => rows.map((row) => row.unitId), [rows]);
  const longest = Math.max(0, ...rows.map((row) => row.days));
  const returns = useReturns();
  const tooLong = async () => {
    // Whatever is searched or chosen above: the button speaks of all of them.
    const whole = { ...ask, q: '', kind: undefined, overdue: 'only', offset: 0, limit: 200 } as const;
    try {
      await returns((await fetchPage(whole).unwrap()).rows);
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <Screen
      title="Left open"
      sentence={sentence}
      waits={data || error ? undefined : 'what was left open'}
      actions={
        <>
          {whole.trouble ? (
            <span role="alert" className="fault">
              {whole.trouble}
            </span>
          ) : null}
          {can('take call') && data && data.overdue > 0 ? (
            <Button onClick={() => void tooLong()}>Plan returns for what is too long</Button>
          ) : null}
          <Button disabled={!data || whole.busy} onClick={() => void whole.save()}>
            Save as CSV
          </Button>
          <Button disabled={!data || whole.busy} onClick={() => void whole.print(setPrinting)}>
            Print all
          </Button>
        </>
      }
    >
      <WatchTabs />
      <div className="no-print mb-3 flex flex-wrap items-center gap-2">
        <SearchField
          label="Search what was left open"
          hint="Unit, site, customer"
          value={ask.q}
          onChange={(q) => set({ q })}
        />
        <select
          aria-label="Kind"
          value={ask.kind ?? ''}
          onChange={(e) => set({ kind: e.target.value || undefined })}
          className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
        >
          <option value="">every kind</option>
          {CONDITION_KIND_NAMES.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
        <select
          aria-label="Order"
          value={ask.sort}
          onChange={(e) => set({ sort: e.target.value as ConditionAsk['sort'] })}
          className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
        >
          {CONDITION_ORDERS.map((order) => (
            <option key={order} value={order}>
              {ORDER_WORD[order]}
            </option>
          ))}
        </select>
        <label className="flex reach items-center gap-2">
          <input
            type="checkbox"
            checked={ask.overdue === 'only'}
            onChange={(e) => set({ overdue: e.target.checked ? 'only' : 'all' })}
            className="h-4 w-4"
          />
          only what has been left too long
        </label>
      </div>
      {error ? <Trouble error={error} retry={refetch} /> : null}
      {data?.total === 0 && !all ? <Empty>Nothing matches.</Empty> : null}
      <Stories units={units}>
        <ul className="border-b border-rule">
          {rows.map((row) => (
            <Left
              key={row.id}
              row={row}
              zone={timeZone}
              grouped={ask.sort === 'customer'}
              longest={longest}
              onReturn={can('take call') ? () => void returns([row]) : undefined}
            />
          ))}
        </ul>
      </Stories>
      {data && data.total > PAGE ? (
        <p className="no-print mt-3 flex items-center gap-2">
          <Button
            disabled={ask.offset === 0}
            onClick={() => setAsk({ ...ask, offset: Math.max(0, ask.offset - PAGE) })}
          >
            Previous
          </Button>
          {ask.offset + 1} to {Math.min(ask.offset + PAGE, data.total)} of {data.total}
          <Button
            disabled={ask.offset + PAGE >= data.total}
            onClick={() => setAsk({ ...ask, offset: ask.offset + PAGE })}
          >
            Next
          </Button>
        </p>
      ) : null}
    </Screen>
  );
}

/** Takes a return for each of some conditions; those on their way already are passed over. */
/** What whoever opened it did. */
const OPENED: Record<ConditionRow['source'], string> = {
  left: 'Left by',
  found: 'Found by',
  seen: 'Seen by',
  measured: 'Measured by',
};

function useReturns() {
  const [plan] = usePlanReturnsMutation();
  return async (rows: readonly ConditionRow[]) => {
    const wanted = rows.filter((row) => row.callId === null);
    if (wanted.length === 0) {
      say('A return for each of them is on its way already.');
      return;
    }
    try {
      const conditions = wanted.map((row) => ({ conditionId: row.id, callId: uuid() }));
      await plan({ id: uuid(), conditions }).unwrap();
      say(
        `${plural(wanted.length, 'return')} ${wanted.length === 1 ? 'waits' : 'wait'} for a place on the board`,
      );
    } catch (refused) {
      sayRefused(refused);
    }
  };
}

/** A return that was planned for it, or the call that waits for its repair. */
const wayWord = ({ callKind }: Pick<ConditionRow, 'callKind'>): string =>
  callKind === 'planned return' ? 'Return' : 'Call';

function Left({
  row,
  zone,
  grouped,
  longest,
  onReturn,
}: {
  row: ConditionRow;
  longest: number;
  zone: string;
  grouped: boolean;
  onReturn: (() => void) | undefined;
}) {
  const allowed = CONDITION_KINDS[row.kind as ConditionKind].allowedDays ?? null;
  const [open, setOpen] = useState(false);
  return (
    <li className="border-t border-rule bg-sheet px-3 py-1">
      <div className="unit-row">
        <span className="w-24 shrink-0">
          {row.unitId ? (
            <UnitPlate
              unitId={row.unitId}
              tag={row.tag}
              flagKinds={row.hazard ? ['hazard'] : ['left open']}
              status={row.unitStatus}
            />
          ) : (
            <Plate tag={row.tag} flagKinds={row.hazard ? ['hazard'] : ['left open']} known />
          )}
        </span>
        <Link
          to={`/sites/${row.siteId}`}
          title={row.customer}
          className="reach content-center truncate hover:underline desk:w-44 desk:shrink-0"
        >
          {grouped ? `${row.customer}, ${row.site}` : row.site}
        </Link>
        {row.unitId ? <UnitStory unitId={row.unitId} /> : <span className="w-[168px]" />}
        <DaysBar days={row.days} allowed={allowed} late={row.overdue} longest={longest} />
        <span className="flex min-w-0 grow items-baseline gap-2">
          {row.hazard ? (
            <span className="hazard-notch text-sm">{row.kind}</span>
          ) : (
            <strong className="whitespace-nowrap">{row.kind}</strong>
          )}
          <span className="unit-words min-w-0 truncate" title={row.text}>
            {row.text}
          </span>
        </span>
        <span className="no-print flex shrink-0 items-center gap-2">
          <Button
            look="quiet"
            aria-expanded={open}
            aria-label={`More about ${row.kind} at ${row.tag}, ${row.site}`}
            onClick={() => setOpen(!open)}
          >
            more
          </Button>
          {row.callId ? (
            <Link to={`/calls/${row.callId}`} className="link reach content-center whitespace-nowrap">
              {wayWord(row)} {row.callRef}
            </Link>
          ) : onReturn ? (
            <Button onClick={onReturn} aria-label={`Plan a return to ${row.tag}, ${row.site}`}>
              Plan a return
            </Button>
          ) : null}
        </span>
      </div>
      <div className={open ? 'py-2 desk:pl-27' : 'print-only'}>
        <p>
          {row.changedFrom || row.changedTo ? (
            <strong>
              {row.changedFrom ?? 'not said'} → {row.changedTo ?? 'not said'}.{' '}
            </strong>
          ) : null}
          {row.text}
        </p>
        <p className="text-sm text-soft">
          {row.customer}. {OPENED[row.source]} {row.openedBy ?? 'somebody'} on {dayOf(row.openedAt, zone)}
          {row.told ? `; told: ${row.told}` : ''}. Closes it: {row.closes ?? row.usuallyCloses}.{' '}
          <Link to={`/visits/${row.visitId}`} className="link">
            the sheet
          </Link>
        </p>
        {row.callId ? (
          <p className="text-sm">
            {wayWord(row)} {row.callRef}{' '}
            {row.callOn ? `planned for ${shortDay(row.callOn)}` : 'waits for a place'}
          </p>
        ) : null}
        {row.overdue ? <Reasons reasons={[row.reason]} label="Why too long" /> : null}
      </div>
    </li>
  );
}
