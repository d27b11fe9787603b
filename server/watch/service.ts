import { compareText, groupBy } from '#core/base/collections';
import { Op } from 'sequelize';
import { DECISIONS, FLAG_KINDS, sharedCauses, type CauseFound, type Flag } from '#core/judging/history';
import { wordsOf } from '#core/said';
import { addDays, dayWords, type PlainDate } from '#core/base/time';
import {
  AGES,
  WATCH_GROUPS,
  type FilterCount,
  type NewDecision,
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
import { CAUSES, ON_WATCH, WATCH_CHOICES, WATCH_ROWS } from './watch.sql.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

interface OnWatch {
  readonly unitId: string;
  readonly score: number;
  readonly customerId: string;
}

interface Choice extends FilterCount {
  readonly filter: 'group' | 'flag' | 'customer' | 'refrigerant' | 'age';
}

/** A year back: causes older than that do not make units stand together. */
const CAUSE_DAYS = 365;

/**
 * Units about which somebody has to decide (or has decided), worst first; units with one cause stand
 * together.
 */
export async function watchList(needs: Needs, asked: WatchQuery): Promise<WatchPage> {
  const { db } = needs;
  const today = await todayJudged(needs);
  const [{ chosen, causes }, choices, units] = await Promise.all([
    watched(db, asked, today),
    db.rows<Choice>(WATCH_CHOICES, bound(asked, today)),
    db.models.Unit.count({ where: { status: { [Op.ne]: 'retired' } } }),
  ]);
  const page = chosen.slice(asked.offset, asked.offset + asked.limit);
  const counted = groupBy(choices, (one) => one.filter);
  /** What there is of a filter, and what is chosen of it even where nothing is left of that. */
  const found = (filter: Choice['filter']): FilterCount[] =>
    (counted.get(filter) ?? [])
      .filter(({ value, count }) => count > 0 || value === asked[filter])
      .map(({ value, label, count }) => ({ value, label, count }));
  const listed = (filter: Choice['filter'], values: readonly string[]): FilterCount[] => {
    const counts = new Map(found(filter).map(({ value, count }) => [value, count]));
    return values
      .map((value) => ({ value, label: value, count: counts.get(value) ?? 0 }))
      .filter(({ value, count }) => count > 0 || value === asked[filter]);
  };
  return {
    rows: await rowsOf(db, page, causes),
    total: chosen.length,
    units,
    groups: listed('group', WATCH_GROUPS),
    flags: listed('flag', FLAG_KINDS),
    customers: found('customer'),
    refrigerants: found('refrigerant'),
    ages: listed('age', AGES),
  };
}

async function todayJudged({ db, clock }: Needs): Promise<PlainDate> {
  const today = todayIn(clock, (await companyNow(db)).timeZone);
  await refreshStale(db, clock, today);
  return today;
}

const bound = (asked: WatchQuery, today: PlainDate) => [
  prefixQuery(asked.q) ?? null,
  today,
  ...[asked.group, asked.flag, asked.customer, asked.refrigerant, asked.age].map((value) => value ?? null),
];

/** All units the filters leave, in the order of the list, and the causes they share. */
async function watched(db: Database, asked: WatchQuery, today: PlainDate) {
  const passed = await db.rows<OnWatch>(ON_WATCH, bound(asked, today));
  const found = await db.rows<Omit<CauseFound, 'customerId'>>(CAUSES, [addDays(today, -CAUSE_DAYS)]);
  const customers = new Map(passed.map((unit) => [unit.unitId, unit.customerId]));
  const causes = sharedCauses(
    found.flatMap((cause) => {
      const customerId = customers.get(cause.unitId);
      return customerId === undefined ? [] : [{ ...cause, customerId }];
    }),
  );
  // A group of units with one cause stands where its worst unit stands.
  const worst = new Map<string, number>();
  for (const { unitId, score } of passed) {
    const key = causes.get(unitId)?.key;
    if (key) worst.set(key, Math.max(score, worst.get(key) ?? 0));
  }
  const chosen = passed
    .map((unit) => {
      const key = causes.get(unit.unitId)?.key;
      const rank = key === undefined ? unit.score : (worst.get(key) ?? unit.score);
      return { unit, group: key ?? unit.unitId, rank };
    })
    .sort(
      (a, b) =>
        b.rank - a.rank ||
        compareText(a.group, b.group) ||
        b.unit.score - a.unit.score ||
        compareText(a.unit.unitId, b.unit.unitId),
    )
    .map(({ unit }) => unit);
  return { chosen, causes };
}

async function rowsOf(
  db: Database,
  page: readonly OnWatch[],
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
  const { chosen, causes } = await watched(needs.db, asked, await todayJudged(needs));
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
