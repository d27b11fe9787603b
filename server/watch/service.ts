import { compareText } from '#core/base/collections';
import { Op } from 'sequelize';
import { DECISIONS, FLAG_KINDS, sharedCauses, type CauseFound, type Flag } from '#core/judging/history';
import { wordsOf } from '#core/said';
import { addDays, dayWords } from '#core/base/time';
import {
  AGES,
  WATCH_GROUPS,
  type AgeBand,
  type FilterCount,
  type NewDecision,
  type WatchGroup,
  type WatchPage,
  type WatchQuery,
  type WatchRow,
} from '#contracts/watch';
import type { DecisionView } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { todayIn } from '../http/clock.ts';
import { writeLog } from '../http/log.ts';
import { writeCsv } from '../http/csv.ts';
import { prefixQuery } from '../search/queries.ts';
import { companyNow } from '../settings/service.ts';
import { lock } from '../sheet/lock.ts';
import { readUnits } from '../sheet/read.ts';
import { decisionsOf } from '../units/queries.ts';
import { flagViews } from '../units/service.ts';
import { refreshStale, refreshSummaries } from '../sheet/summary.ts';
import { CAUSES, WATCH_ROWS, WATCHED } from './watch.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

interface Watched {
  readonly unitId: string;
  readonly score: number;
  readonly toDecide: boolean;
  readonly decided: boolean;
  readonly flagKinds: readonly string[];
  readonly customerId: string;
  readonly customer: string;
  readonly years: number | null;
  readonly refrigerants: readonly string[];
}

const GROUP: Record<WatchGroup, (unit: Watched) => boolean> = {
  'to decide': (unit) => unit.toDecide,
  decided: (unit) => unit.decided && !unit.toDecide,
  advice: (unit) => unit.flagKinds.includes('wears early'),
  plan: (unit) => unit.flagKinds.includes('age'),
};

const ageOf = ({ years }: Watched): AgeBand =>
  years === null
    ? 'not known'
    : years < 10
      ? 'under 10'
      : years < 15
        ? '10 to 14'
        : years < 20
          ? '15 to 19'
          : '20 and over';

/** What each filter lets through. */
const FILTERS: Record<keyof Pick<WatchQuery, 'group' | 'flag' | 'customer' | 'refrigerant' | 'age'>, Filter> =
  {
    group: (unit, asked) => asked.group === undefined || GROUP[asked.group](unit),
    flag: (unit, asked) => asked.flag === undefined || unit.flagKinds.includes(asked.flag),
    customer: (unit, asked) => asked.customer === undefined || unit.customerId === asked.customer,
    refrigerant: (unit, asked) =>
      asked.refrigerant === undefined || unit.refrigerants.includes(asked.refrigerant),
    age: (unit, asked) => asked.age === undefined || ageOf(unit) === asked.age,
  };
type Filter = (unit: Watched, asked: WatchQuery) => boolean;
type FilterName = keyof typeof FILTERS;
const FILTER_NAMES = Object.keys(FILTERS) as FilterName[];

/**
 * For each unit the only filter it fails, if any: what fails none is on the list, and what fails one alone
 * would be if that filter were open, which is what its choices count. Units that fail more are left out.
 */
function sieve(units: readonly Watched[], asked: WatchQuery): (readonly [Watched, FilterName | undefined])[] {
  return units.flatMap((unit) => {
    const failed = FILTER_NAMES.filter((name) => !FILTERS[name](unit, asked));
    return failed.length > 1 ? [] : [[unit, failed[0]] as const];
  });
}

/** A year back: causes older than that do not make units stand together. */
const CAUSE_DAYS = 365;

/**
 * Units about which somebody has to decide (or has decided), worst first; units with one cause stand
 * together.
 */
export async function watchList(needs: Needs, asked: WatchQuery): Promise<WatchPage> {
  const { db } = needs;
  const { units, sieved, chosen, causes } = await watched(needs, asked);
  const page = chosen.slice(asked.offset, asked.offset + asked.limit);
  const choices = (
    but: FilterName,
    options: readonly (readonly [value: string, label: string])[],
    valuesOf: (unit: Watched) => readonly string[],
  ): FilterCount[] => {
    const counts = new Map<string, number>();
    for (const [unit, failed] of sieved)
      if (failed === undefined || failed === but)
        for (const value of valuesOf(unit)) counts.set(value, (counts.get(value) ?? 0) + 1);
    return options
      .map(([value, label]) => ({ value, label, count: counts.get(value) ?? 0 }))
      .filter((choice) => choice.count > 0 || choice.value === asked[but]);
  };
  const same = (values: readonly string[]) => values.map((value) => [value, value] as const);
  const customers = new Map(units.map((unit) => [unit.customerId, unit.customer]));
  return {
    rows: await rowsOf(db, page, causes),
    total: chosen.length,
    units: await db.models.Unit.count({ where: { status: { [Op.ne]: 'retired' } } }),
    groups: choices('group', same(WATCH_GROUPS), (unit) =>
      WATCH_GROUPS.filter((group) => GROUP[group](unit)),
    ),
    flags: choices('flag', same(FLAG_KINDS), (unit) => [...new Set(unit.flagKinds)]),
    customers: choices(
      'customer',
      [...customers].sort(([, a], [, b]) => a.localeCompare(b)),
      (unit) => [unit.customerId],
    ),
    refrigerants: choices(
      'refrigerant',
      same([...new Set(units.flatMap((unit) => unit.refrigerants))].sort()),
      (unit) => unit.refrigerants,
    ),
    ages: choices('age', same(AGES), (unit) => [ageOf(unit)]),
  };
}

/** All watched units, those the filters leave in the order of the list, and the causes they share. */
async function watched({ db, clock }: Needs, asked: WatchQuery) {
  const today = todayIn(clock, (await companyNow(db)).timeZone);
  await refreshStale(db, clock, today);
  const units = await db.rows<Watched>(WATCHED, [prefixQuery(asked.q) ?? null, today]);
  const sieved = sieve(units, asked);
  const passed = sieved.flatMap(([unit, failed]) => (failed === undefined ? [unit] : []));
  const found = await db.rows<CauseFound>(CAUSES, [
    passed.map((unit) => unit.unitId),
    addDays(today, -CAUSE_DAYS),
  ]);
  const causes = sharedCauses(found);
  // A group of units with one cause stands where its worst unit stands.
  const worst = new Map<string, number>();
  for (const { unitId, score } of passed) {
    const key = causes.get(unitId)?.key;
    if (key) worst.set(key, Math.max(score, worst.get(key) ?? 0));
  }
  const rank = (unit: Watched) => worst.get(causes.get(unit.unitId)?.key ?? '') ?? unit.score;
  const group = (unit: Watched) => causes.get(unit.unitId)?.key ?? unit.unitId;
  const chosen = passed.toSorted(
    (a, b) =>
      rank(b) - rank(a) ||
      compareText(group(a), group(b)) ||
      b.score - a.score ||
      compareText(a.unitId, b.unitId),
  );
  return { units, sieved, chosen, causes };
}

async function rowsOf(
  db: Database,
  page: readonly Watched[],
  causes: ReturnType<typeof sharedCauses>,
): Promise<WatchRow[]> {
  const ids = page.map((unit) => unit.unitId);
  const rows = await db.rows<Omit<WatchRow, 'flags' | 'decisions' | 'together'> & { flags: Flag[] }>(
    WATCH_ROWS,
    [ids],
  );
  const decisions = await decisionsOf(db, ids);
  return rows.map((row) => {
    const own = decisions
      .filter((d) => d.unitId === row.unitId)
      .map(({ unitId: _unit, ...d }): DecisionView => d);
    const shared = causes.get(row.unitId);
    return {
      ...row,
      flags: flagViews(row.flags, own),
      decisions: own,
      together: shared ? { cause: shared.cause, units: shared.units } : null,
    };
  });
}

const CSV_COLUMNS = [
  'customer',
  'site',
  'unit',
  'kind',
  'built_on',
  'refrigerants',
  'flag',
  'sentence',
  'reasons',
  'same_cause',
  'decided',
] as const;

/** The whole list as the filters leave it, one row for each flag of each unit. */
export async function watchCsv(needs: Needs, asked: WatchQuery): Promise<string> {
  const { chosen, causes } = await watched(needs, asked);
  const rows = await rowsOf(needs.db, chosen, causes);
  return writeCsv(
    CSV_COLUMNS,
    rows.flatMap((row) =>
      row.flags.map((flag) => ({
        customer: row.customer,
        site: row.site,
        unit: row.tag,
        kind: row.kind,
        built_on: row.builtOn,
        refrigerants: row.refrigerants.join('+') || null,
        flag: flag.kind,
        sentence: flag.sentence,
        reasons: flag.reasons.map((reason) => wordsOf(reason).text).join(' '),
        same_cause: row.together ? `${row.together.cause} on ${row.together.units} units` : null,
        decided: flag.decision ? decisionText(flag.decision) : null,
      })),
    ),
  );
}

const decisionText = ({ kind, year, until, reason, by, at }: DecisionView): string =>
  `${DECISIONS[kind].words}${year === null ? '' : `: ${year}`}${until === null ? '' : `: ${dayWords(until)}`}, ` +
  `${by}, ${dayWords(new Date(at).toISOString().slice(0, 10))}: ${reason}`;

/**
 * Takes a decision. It holds for the evidence it names: where there is more by now, the flag goes on asking.
 */
export async function decide({ db, clock }: Needs, body: NewDecision, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    await lock(db, { units: [body.unitId], points: [], calls: [], visits: [] }, transaction);
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const read = (await readUnits(db, [body.unitId], transaction)).get(body.unitId);
    if (!read) throw notFound('Unit');
    if (body.kind === 'watch' && (body.until as string) < todayIn(clock, read.unit.timeZone))
      throw invalid([{ path: 'until', message: 'lies in the past' }]);
    await db.models.Decision.create(
      {
        id: body.id,
        unitId: body.unitId,
        kind: body.kind,
        year: body.kind === 'replace' ? (body.year ?? null) : null,
        untilOn: body.kind === 'watch' ? (body.until ?? null) : null,
        reason: body.reason,
        covers: body.covers,
        decidedBy: actor,
        decidedAt: clock.now(),
      },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'decide',
      entity: 'unit',
      entityId: body.unitId,
      detail: body,
    });
    await refreshSummaries(db, clock, [body.unitId], transaction);
  });
}

/** Takes a decision back. @throws Problem 404 */
export async function undoDecision({ db, clock }: Needs, id: string, actor: string): Promise<void> {
  await db.transaction(async (transaction) => {
    const decision = await db.models.Decision.findOne({ where: { id, undoneAt: null }, transaction });
    if (!decision) throw notFound('Decision');
    await lock(db, { units: [decision.unitId], points: [], calls: [], visits: [] }, transaction);
    await decision.update({ undoneAt: clock.now() }, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'take decision back',
      entity: 'unit',
      entityId: decision.unitId,
      detail: { decision: id },
    });
    await refreshSummaries(db, clock, [decision.unitId], transaction);
  });
}
