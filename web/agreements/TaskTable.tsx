import { WHOSE, type Whose } from '#core/upkeep/agreements';
import { cadenceWords, NTH, type Cadence, type MaintenanceTask } from '#core/upkeep/maintenance';
import { YearBand } from '../drawings/YearBand.tsx';
import { useWho } from '../state/session.ts';
import { MONTH_NAMES, WEEKDAY_NAMES } from '#core/base/time';
import { NO_TASK, OFTEN_DAYS, type TypedTask, type TypedTerms } from './typedTerms.ts';

export interface TaskLine {
  readonly task: MaintenanceTask;
  /** How it is where nothing is said here; undefined where that differs from unit to unit. */
  readonly above: {
    readonly whose?: Whose | undefined;
    readonly cadence?: Cadence | undefined;
    readonly minutes?: number | undefined;
  };
}

/** A field within a line of a table. */
const BOX =
  'reach max-w-full rounded-[3px] max-sm:min-h-12 border-2 border-rule bg-sheet px-2 focus:border-copper';

/** Tasks, whose job each is, how often it comes round and how long it takes on one unit. */
export function TaskTable({
  lines,
  typed,
  onTyped,
  error,
  asAbove,
}: {
  lines: readonly TaskLine[];
  typed: TypedTerms['tasks'];
  onTyped: (tasks: TypedTerms['tasks']) => void;
  error: (field: string) => string | undefined;
  /** What leaving it open means: "as usual", "as for the customer". */
  asAbove: string;
}) {
  return (
    <div>
      <table className="w-full table-fixed text-left max-sm:block">
        <thead className="max-sm:hidden">
          <tr className="border-b-2 border-ink text-sm">
            <th scope="col" className="w-1/5">
              Task
            </th>
            <th scope="col" className="w-1/4">
              Whose job
            </th>
            <th scope="col">How often</th>
            <th scope="col" className="w-28">
              Minutes a unit
            </th>
          </tr>
        </thead>
        <tbody className="max-sm:block">
          {lines.map(({ task, above }) => {
            const own = typed[task.key] ?? NO_TASK;
            const set = (patch: Partial<TypedTask>) =>
              onTyped({ ...typed, [task.key]: { ...own, ...patch } });
            const wrong = ['whose', 'often', 'days', 'months', 'nth', 'weekday', 'from', 'to', 'minutes']
              .map((part) => error(`${task.key} ${part}`))
              .find(Boolean);
            return (
              <tr
                key={task.key}
                className="border-b border-rule align-top last:border-0 max-sm:block max-sm:py-2"
              >
                <th scope="row" className="py-1.5 pr-3 font-semibold max-sm:block">
                  {task.title}
                  {wrong ? (
                    <span role="alert" className="block text-sm fault">
                      {wrong}
                    </span>
                  ) : null}
                </th>
                <td className="py-1.5 pr-3 max-sm:block max-sm:py-0.5">
                  <select
                    aria-label={`Whose job: ${task.title}`}
                    className={`${BOX} sm:w-full`}
                    value={own.whose}
                    onChange={(e) => set({ whose: e.target.value as TypedTask['whose'] })}
                  >
                    <option value="">
                      {above.whose && above.whose !== 'ours' ? `${asAbove}: ${above.whose}` : asAbove}
                    </option>
                    {WHOSE.map((whose) => (
                      <option key={whose}>{whose}</option>
                    ))}
                  </select>
                </td>
                <td className="py-1.5 pr-3 max-sm:block max-sm:py-0.5">
                  {task.usual.by === 'once' ? (
                    <span className="text-soft">{cadenceWords(task.usual)}</span>
                  ) : (own.whose || (above.whose ?? 'ours')) === 'ours' ? (
                    <HowOften
                      title={task.title}
                      own={own}
                      set={set}
                      wrong={wrong !== undefined}
                      open={asAbove}
                      meaning={above.cadence}
                    />
                  ) : (
                    <span className="text-soft">not ours</span>
                  )}
                </td>
                <td className="py-1.5 max-sm:block max-sm:py-0.5">
                  <span className="mr-2 text-sm text-soft sm:hidden">Minutes a unit</span>
                  <input
                    aria-label={`Minutes a unit: ${task.title}`}
                    inputMode="numeric"
                    className={`${BOX} w-20 text-right`}
                    placeholder={above.minutes === undefined ? '' : String(above.minutes)}
                    value={own.minutes}
                    onChange={(e) => set({ minutes: e.target.value })}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** How often a task comes round; `open` says what choosing nothing means, `meaning` what that comes to. */
export function HowOften({
  title,
  own,
  set,
  open,
  meaning,
  wrong,
}: {
  title: string;
  own: Omit<TypedTask, 'whose' | 'minutes'>;
  set: (patch: Partial<TypedTask>) => void;
  open: string;
  meaning?: Cadence | undefined;
  wrong: boolean;
}) {
  const { today } = useWho();
  const byDays = own.often !== '' && !['months', 'weekday', 'season'].includes(own.often);
  return (
    <div className="space-y-1">
      <select
        aria-label={`How often: ${title}`}
        aria-invalid={wrong || undefined}
        className={`${BOX} w-full`}
        value={own.often}
        onChange={(e) => set({ often: e.target.value, months: [] })}
      >
        <option value="">{open}</option>
        {OFTEN_DAYS.map((days) => (
          <option key={days} value={days}>
            {cadenceWords({ by: 'days', days })}
          </option>
        ))}
        <option value="days">every so many days</option>
        <option value="months">once in each of some months</option>
        <option value="weekday">on a weekday of the month</option>
        <option value="season">once between two days of the year</option>
      </select>
      {own.often === '' && meaning ? (
        <span className="flex flex-wrap items-center gap-x-2 text-sm text-soft">
          <YearBand cadence={meaning} today={today} />
          {meaning.by === 'season' ? null : cadenceWords(meaning)}
        </span>
      ) : null}
      {own.often === 'days' ? (
        <label className="flex items-center gap-2">
          every
          <input
            aria-label={`Days: ${title}`}
            inputMode="numeric"
            className={`${BOX} w-20 text-right`}
            value={own.days}
            onChange={(e) => set({ days: e.target.value })}
          />
          days
        </label>
      ) : null}
      {own.often === 'weekday' ? (
        <span className="flex flex-wrap items-center gap-2">
          on the
          <select
            aria-label={`Which of the month: ${title}`}
            className={BOX}
            value={own.nth}
            onChange={(e) => set({ nth: e.target.value })}
          >
            {([1, 2, 3, 4, -1] as const).map((nth) => (
              <option key={nth} value={nth}>
                {NTH[nth]}
              </option>
            ))}
          </select>
          <select
            aria-label={`Weekday: ${title}`}
            className={BOX}
            value={own.weekday}
            onChange={(e) => set({ weekday: e.target.value })}
          >
            <option value="">weekday</option>
            {WEEKDAY_NAMES.map((name, i) => (
              <option key={name} value={i + 1}>
                {name}
              </option>
            ))}
          </select>
        </span>
      ) : null}
      {own.often === 'season' ? (
        <div className="flex flex-wrap items-center gap-2">
          <DayOfYear label={`From: ${title}`} value={own.from} onChange={(from) => set({ from })} />
          to
          <DayOfYear label={`To: ${title}`} value={own.to} onChange={(to) => set({ to })} />
        </div>
      ) : null}
      {own.often === 'months' || own.often === 'weekday' || byDays ? (
        <Months
          label={own.often === 'months' ? `Months: ${title}` : `Only in these months: ${title}`}
          said={own.often === 'months' ? 'In each of' : 'Only in'}
          chosen={own.months}
          onChange={(months) => set({ months })}
        />
      ) : null}
    </div>
  );
}

/** The months of a year to choose from; one key each. */
function Months({
  label,
  said,
  chosen,
  onChange,
}: {
  label: string;
  said: string;
  chosen: readonly number[];
  onChange: (months: readonly number[]) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-1 text-sm">
      <span className="text-soft">{said}</span>
      {MONTH_NAMES.map((name, i) => {
        const on = chosen.includes(i + 1);
        return (
          <button
            key={name}
            type="button"
            aria-pressed={on}
            aria-label={name}
            className={`reach min-w-10 border-2 max-sm:min-h-12 max-sm:min-w-12 px-1 ${on ? 'border-ink bg-ink text-paper' : 'border-rule'}`}
            onClick={() =>
              onChange(on ? chosen.filter((m) => m !== i + 1) : [...chosen, i + 1].sort((a, b) => a - b))
            }
          >
            {name.slice(0, 3)}
          </button>
        );
      })}
    </div>
  );
}

/** A day that every year has. */
function DayOfYear({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const [month = '', day = ''] = value.split('-');
  const say = (m: string, d: string) => onChange(m || d ? `${m}-${d.padStart(2, '0')}` : '');
  return (
    <span className="inline-flex gap-1">
      <input
        aria-label={`${label}, day`}
        inputMode="numeric"
        className={`${BOX} w-14 text-right`}
        value={day.replace(/^0(?=.)/, '')}
        onChange={(e) => say(month, e.target.value)}
      />
      <select
        aria-label={`${label}, month`}
        className={BOX}
        value={month}
        onChange={(e) => say(e.target.value, day)}
      >
        <option value="">month</option>
        {MONTH_NAMES.map((name, i) => (
          <option key={name} value={String(i + 1).padStart(2, '0')}>
            {name}
          </option>
        ))}
      </select>
    </span>
  );
}
