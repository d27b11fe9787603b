import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { durationText } from '#core/base/time';
import type { LoadLine, LoadView } from '#contracts/routes';
import { useLoadQuery } from '../api/routes.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Chart, CHART_TIP, CHART_WORDS, type ChartOption } from '../ui/frame/Chart.tsx';
import { shortDay } from '../ui/words/format.ts';
import { saveCsv, type CsvColumn } from '../ui/lists/saveCsv.ts';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';

const SPANS = [8, 13, 26] as const;

/** What comes round in the weeks ahead, by week, crew, skill and customer, against the hours there are. */
export default function Load() {
  const [weeks, setWeeks] = useState<(typeof SPANS)[number]>(13);
  const { data, error, refetch } = useLoadQuery(weeks);
  return (
    <Screen
      title="Load ahead"
      sentence={data ? sentenceOf(data) : 'Load ahead'}
      actions={
        <>
          <div role="group" aria-label="How far ahead" className="flex">
            {SPANS.map((span) => (
              <button
                key={span}
                type="button"
                aria-pressed={weeks === span}
                onClick={() => setWeeks(span)}
                className={`reach border-2 px-3 max-sm:min-h-12 ${weeks === span ? 'border-ink bg-ink text-paper' : 'border-rule bg-sheet'}`}
              >
                {span} weeks
              </button>
            ))}
          </div>
          <Button
            disabled={!data}
            onClick={() => (data ? void saveCsv('load ahead', COLUMNS, rowsOf(data)) : undefined)}
          >
            Save as CSV
          </Button>
          <Link to="/routes/plan" className={pressed({ look: 'act' })}>
            Plan ahead
          </Link>
        </>
      }
    >
      {error ? <Trouble error={error} retry={refetch} /> : null}
      {!data && !error ? <Loading what="what comes round" /> : null}
      {data ? <LoadOf load={data} /> : null}
    </Screen>
  );
}

const sum = (minutes: readonly number[]): number => minutes.reduce((all, one) => all + one, 0);
const hours = (minutes: number): number => Math.round(minutes / 6) / 10;

/** Weeks in which more is to be done than there are hours. */
const overfull = ({ weeks, maintenance, calls, there }: LoadView): string[] =>
  weeks.filter((_, k) => (maintenance[k] ?? 0) + (calls?.[k] ?? 0) > (there[k] ?? 0));

function sentenceOf(load: LoadView): string {
  const over = overfull(load);
  const all = sum(load.maintenance) + sum(load.calls ?? []);
  const words = `${durationText(all)} come round in ${load.weeks.length} weeks, ${durationText(sum(load.there))} are there.`;
  return over.length === 0
    ? `${words} No week holds more than its hours.`
    : `${words} Too full: the ${over.length === 1 ? 'week' : 'weeks'} of ${over
        .slice(0, 3)
        .map((day) => shortDay(day).slice(0, -5))
        .join(', ')}${over.length > 3 ? ` and ${over.length - 3} more` : ''}.`;
}

interface Row {
  readonly week: string;
  readonly by: string;
  readonly name: string;
  readonly minutes: number;
  readonly there: number | null;
}
const COLUMNS: readonly CsvColumn<Row>[] = [
  { header: 'Week of', text: (row) => row.week },
  { header: 'By', text: (row) => row.by },
  { header: 'Name', text: (row) => row.name },
  { header: 'Hours', text: (row) => hours(row.minutes) },
  { header: 'Hours there are', text: (row) => (row.there === null ? '' : hours(row.there)) },
];
function rowsOf(load: LoadView): Row[] {
  const lines: [string, LoadLine][] = [
    ['week', { name: 'maintenance', minutes: load.maintenance, there: load.there }],
    ...(load.calls
      ? [['week', { name: 'calls expected', minutes: load.calls, there: null }] as [string, LoadLine]]
      : []),
    ...load.crews.map((line): [string, LoadLine] => ['crew', line]),
    ...load.skills.map((line): [string, LoadLine] => ['skill', line]),
    ...load.customers.map((line): [string, LoadLine] => ['customer', line]),
  ];
  return lines.flatMap(([by, { name, minutes, there }]) =>
    load.weeks.map((week, k) => ({ week, by, name, minutes: minutes[k] ?? 0, there: there?.[k] ?? null })),
  );
}

function LoadOf({ load }: { load: LoadView }) {
  const option = useMemo((): ChartOption => weekChart(load), [load]);
  return (
    <div className="space-y-3">
      <Panel title="By week">
        <Chart
          option={option}
          label={load.weeks
            .map(
              (week, k) =>
                `${shortDay(week)}: ${durationText((load.maintenance[k] ?? 0) + (load.calls?.[k] ?? 0))} of ${durationText(load.there[k] ?? 0)}`,
            )
            .join(', ')}
          className="h-64"
        />
        <p className="text-sm text-soft">
          Hours of one person; drives are not in it. Work is put where it is wanted: what comes round by days
          on its day, seasonal work in the middle of its window.{' '}
          {load.calls === null
            ? 'Too few days are on record to say how many calls will come.'
            : 'Calls as in the same season of three years.'}
        </p>
      </Panel>
      <div className="grid items-start gap-3 lg:grid-cols-3">
        <Lines title="By crew that knows the site" lines={load.crews} />
        <Lines
          title="By skill or licence"
          lines={load.skills}
          none="No site and no task asks for a skill or licence. The task list and “Who goes” of a site say so."
        />
        <Lines title="By customer" lines={load.customers} />
      </div>
    </div>
  );
}

function weekChart({ weeks, maintenance, calls, there }: LoadView): ChartOption {
  return {
    grid: { left: 52, right: 8, top: 30, bottom: 28 },
    tooltip: { ...CHART_TIP, trigger: 'axis', valueFormatter: (value) => `${String(value)} h` },
    legend: {
      top: 0,
      left: 0,
      textStyle: CHART_WORDS,
      itemWidth: 14,
      itemHeight: 10,
      data: ['maintenance', ...(calls ? ['calls expected'] : []), 'hours there are'],
    },
    xAxis: {
      type: 'category',
      data: weeks.map((week) => shortDay(week).slice(0, -5)),
      axisLabel: CHART_WORDS,
    },
    yAxis: { type: 'value', axisLabel: { ...CHART_WORDS, formatter: '{value} h' } },
    series: [
      {
        name: 'maintenance',
        type: 'bar',
        stack: 'work',
        data: maintenance.map(hours),
        itemStyle: { color: 'var(--ink)' },
      },
      ...(calls
        ? [
            {
              name: 'calls expected',
              type: 'bar' as const,
              stack: 'work',
              data: calls.map(hours),
              itemStyle: { color: 'var(--zinc)', borderColor: 'var(--soft)', borderWidth: 1 },
            },
          ]
        : []),
      {
        name: 'all of it',
        type: 'bar',
        stack: 'work',
        tooltip: { show: false },
        data: weeks.map(() => 0),
        label: {
          show: true,
          position: 'top',
          ...CHART_WORDS,
          formatter: ({ dataIndex }) =>
            `${hours((maintenance[dataIndex] ?? 0) + (calls?.[dataIndex] ?? 0))} h`,
        },
      },
      {
        name: 'hours there are',
        type: 'line',
        step: 'middle',
        symbol: 'none',
        data: there.map(hours),
        lineStyle: { color: 'var(--verdigris)', width: 3 },
        itemStyle: { color: 'var(--verdigris)' },
      },
    ],
  };
}

const SHOWN = 12;

/** Lines with a bar each: what comes round against what there is, or against the fullest of them. */
function Lines({ title, lines, none }: { title: string; lines: readonly LoadLine[]; none?: string }) {
  const [all, setAll] = useState(false);
  const most = Math.max(1, ...lines.map((line) => Math.max(sum(line.minutes), sum(line.there ?? []))));
  const shown = all ? lines : lines.slice(0, SHOWN);
  return (
    <Panel title={title}>
      {lines.length === 0 ? <Empty>{none ?? 'Nothing comes round.'}</Empty> : null}
      <ul className="space-y-1.5">
        {shown.map((line) => {
          const work = sum(line.minutes);
          const there = line.there === null ? null : sum(line.there);
          const over = there !== null && work > there;
          return (
            <li key={line.name}>
              <span className="flex justify-between gap-2">
                <span className="truncate">{line.name}</span>
                <span className={`whitespace-nowrap ${over ? 'font-bold' : ''}`}>
                  {durationText(work)}
                  {there === null ? '' : ` of ${durationText(there)}`}
                </span>
              </span>
              <span className="relative block h-2 border border-rule" aria-hidden="true">
                {there === null ? null : (
                  <span
                    className="absolute inset-y-0 left-0 bg-zinc"
                    style={{ width: `${(100 * there) / most}%` }}
                  />
                )}
                <span
                  className={`absolute inset-y-0.5 left-0 ${over ? 'bg-ink' : 'bg-ink'}`}
                  style={{ width: `${(100 * work) / most}%` }}
                />
              </span>
            </li>
          );
        })}
      </ul>
      {lines.length > SHOWN ? (
        <Button look="quiet" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${lines.length - SHOWN} more`}
        </Button>
      ) : null}
    </Panel>
  );
}
