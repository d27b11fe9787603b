import type { z } from 'zod';
import { Op, type Transaction } from 'sequelize';
import type { PlainDate } from '#core/base/time';
import {
  SETTING_DEFAULTS,
  SETTING_SHAPES,
  type HandSetting,
  type NewSetting,
  type SettingName,
  type SettingRow,
} from '#contracts/settings';
import type { Rights } from '#contracts/roles';
import type { KindTerms, Programme } from '#core/upkeep/agreements';
import type { HistorySettings } from '#core/judging/history';
import { TRADE_TASKS, taskList, type OwnTask } from '#core/upkeep/maintenance';
import type { MeasuringLimits } from '#core/measuring/answers';
import type { PlanningSettings } from '#core/planning/routing';
import type { Database } from '../db/connect.ts';
import { todayIn, type Clock } from '../http/clock.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { JUDGE_ANEW_FROM } from './settings.sql.ts';

type Value<N extends SettingName> = z.output<(typeof SETTING_SHAPES)[N]>;

/**
 * The value of a setting as of a day: the latest one recorded for the latest start on or before it; undefined
 * when none.
 */
export async function settingAsOf<N extends SettingName>(
  db: Database,
  name: N,
  day: PlainDate,
  transaction?: Transaction,
): Promise<Value<N> | undefined> {
  const row = await db.models.Setting.findOne({
    where: { name, validFrom: { [Op.lte]: day } },
    order: [
      ['validFrom', 'desc'],
      ['recordedAt', 'desc'],
    ],
    ...(transaction ? { transaction } : {}),
  });
  return row ? (SETTING_SHAPES[name].parse(row.value) as Value<N>) : undefined;
}

/** Name and zone of the company. The zone decides what day it is, so this one is not looked up by day. */
export async function companyNow(db: Database, transaction?: Transaction): Promise<Value<'company'>> {
  return (await settingAsOf(db, 'company', '9999-12-31', transaction)) ?? SETTING_DEFAULTS.company;
}

/** Where crews start that have no start of their own; undefined until somebody has said. */
export const companyYard = (db: Database): Promise<Value<'yard'> | undefined> =>
  settingAsOf(db, 'yard', '9999-12-31');

/** What fails when, by the company's own calls. */
export const failureRows = async (db: Database, day: PlainDate): Promise<Value<'failures'>> =>
  (await settingAsOf(db, 'failures', day)) ?? [];

/** The day it is for the company. */
export const companyToday = async ({
  db,
  clock,
}: {
  readonly db: Database;
  readonly clock: Clock;
}): Promise<PlainDate> => todayIn(clock, (await companyNow(db)).timeZone);

export async function historySettings(
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<HistorySettings> {
  return (await settingAsOf(db, 'history', day, transaction)) ?? SETTING_DEFAULTS.history;
}

/**
 * What judging units goes by, in one look: the company's zone, the history rules as of a day, and the first
 * later day on which other rules begin.
 *
 * @param dayIn the day it is in a zone; the company's own decides
 */
export async function judgingSettings(
  db: Database,
  dayIn: (timeZone: string) => PlainDate,
  transaction: Transaction,
): Promise<{
  timeZone: string;
  today: PlainDate;
  history: HistorySettings;
  newRules: PlainDate | undefined;
}> {
  const rows = await db.models.Setting.findAll({
    where: { name: ['company', 'history'] },
    order: [
      ['validFrom', 'desc'],
      ['recordedAt', 'desc'],
    ],
    transaction,
  });
  const company = rows.find((row) => row.name === 'company');
  const { timeZone } = company ? SETTING_SHAPES.company.parse(company.value) : SETTING_DEFAULTS.company;
  const today = dayIn(timeZone);
  const rules = rows.filter((row) => row.name === 'history');
  const now = rules.find((row) => row.validFrom <= today);
  return {
    timeZone,
    today,
    history: now ? SETTING_SHAPES.history.parse(now.value) : SETTING_DEFAULTS.history,
    newRules: rules.findLast((row) => row.validFrom > today)?.validFrom,
  };
}

export async function measuringLimits(
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<MeasuringLimits> {
  return (await settingAsOf(db, 'measuring', day, transaction)) ?? SETTING_DEFAULTS.measuring;
}

/** What the company does on each kind of machine otherwise than its task list has it. */
export const kindTerms = async (
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<KindTerms> =>
  (await settingAsOf(db, 'maintenance', day, transaction)) ?? SETTING_DEFAULTS.maintenance;

/** What the company has made of the trade's task list. */
export const ownTasks = async (
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<readonly OwnTask[]> =>
  (await settingAsOf(db, 'tasks', day, transaction)) ?? SETTING_DEFAULTS.tasks;

/** What the company does where nothing else is agreed. */
export const programmeOn = async (
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<Programme> => ({
  tasks: taskList(await ownTasks(db, day, transaction)),
  kinds: await kindTerms(db, day, transaction),
});

/** Every task the company ever had on its list, by key; what was dropped may still be spoken of. */
export async function everyTaskKey(db: Database, transaction?: Transaction): Promise<ReadonlySet<string>> {
  const rows = await db.models.Setting.findAll({
    where: { name: 'tasks' },
    attributes: ['value'],
    ...(transaction ? { transaction } : {}),
  });
  const own = rows.flatMap((row) => SETTING_SHAPES.tasks.parse(row.value));
  return new Set([...TRADE_TASKS, ...own].map((task) => task.key));
}

/** How the company plans its days. */
export async function planningSettings(db: Database, day: PlainDate): Promise<PlanningSettings> {
  return (await settingAsOf(db, 'planning', day)) ?? SETTING_DEFAULTS.planning;
}

/** What the company lets each role do beyond the table. */
export async function rights(db: Database, day: PlainDate): Promise<Rights> {
  return (await settingAsOf(db, 'rights', day)) ?? SETTING_DEFAULTS.rights;
}

/** Every value a setting ever had, the latest start first. */
export async function settingRows(db: Database, name: HandSetting): Promise<SettingRow[]> {
  const rows = await db.models.Setting.findAll({
    where: { name },
    include: 'recorder',
    order: [
      ['validFrom', 'desc'],
      ['recordedAt', 'desc'],
    ],
  });
  return rows.map((row) => ({
    id: row.id,
    validFrom: row.validFrom,
    value: row.value as SettingRow['value'],
    by: (row as unknown as { recorder: { displayName: string } | null }).recorder?.displayName ?? null,
    recordedAt: row.recordedAt.toISOString(),
  }));
}

/**
 * Sets a setting from a day on. After new history rules every unit's summary is marked to be worked out anew
 * when it is next looked at.
 */
export async function changeSetting(
  db: Database,
  name: HandSetting,
  body: NewSetting,
  actor: string,
): Promise<void> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const { id, value, validFrom } = body;
    await db.models.Setting.create({ id, name, value, validFrom, recordedBy: actor }, { transaction });
    if (name === 'history') await db.run(JUDGE_ANEW_FROM, [body.validFrom], transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'change setting',
      entity: 'setting',
      entityId: body.id,
      detail: { name, ...body },
    });
  });
}
