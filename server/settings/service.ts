import type { z } from 'zod';
import type { Transaction } from 'sequelize';
import type { PlainDate } from '#core/time';
import {
  SETTING_DEFAULTS,
  SETTING_SHAPES,
  type HandSetting,
  type NewSetting,
  type SettingName,
  type SettingRow,
} from '#contracts/settings';
import type { HistorySettings } from '#core/history';
import type { MeasuringLimits } from '#core/measurement';
import type { Database } from '../db/connect.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';

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
  const [row] = await db.rows<{ value: unknown }>(
    'select value from settings where name = $1 and valid_from <= $2 order by valid_from desc, recorded_at desc limit 1',
    [name, day],
    transaction,
  );
  return row ? (SETTING_SHAPES[name].parse(row.value) as Value<N>) : undefined;
}

/**
 * The first day after `day` on which a value of a setting begins to hold; undefined when none is set for
 * later.
 */
export async function nextStart(
  db: Database,
  name: SettingName,
  day: PlainDate,
  transaction?: Transaction,
): Promise<PlainDate | undefined> {
  const [row] = await db.rows<{ on: string | null }>(
    'select min(valid_from) as on from settings where name = $1 and valid_from > $2',
    [name, day],
    transaction,
  );
  return row?.on ?? undefined;
}

/** Name and zone of the company. The zone decides what day it is, so this one is not looked up by day. */
export async function companyNow(db: Database, transaction?: Transaction): Promise<Value<'company'>> {
  return (await settingAsOf(db, 'company', '9999-12-31', transaction)) ?? SETTING_DEFAULTS.company;
}

export async function historySettings(
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<HistorySettings> {
  return (await settingAsOf(db, 'history', day, transaction)) ?? SETTING_DEFAULTS.history;
}

export async function measuringLimits(
  db: Database,
  day: PlainDate,
  transaction?: Transaction,
): Promise<MeasuringLimits> {
  return (await settingAsOf(db, 'measuring', day, transaction)) ?? SETTING_DEFAULTS.measuring;
}

/** Every value a setting ever had, the latest start first. */
export async function settingRows(db: Database, name: HandSetting): Promise<SettingRow[]> {
  return db.rows<SettingRow>(
    `
    select s.id, s.valid_from as "validFrom", s.value, u.display_name as by, s.recorded_at as "recordedAt"
    from settings s left join users u on u.id = s.recorded_by where s.name = $1 order by s.valid_from desc, s.recorded_at desc`,
    [name],
  );
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
    await db.run(
      'insert into settings (id, name, value, valid_from, recorded_by) values ($1, $5, $2, $3, $4)',
      [body.id, JSON.stringify(body.value), body.validFrom, actor, name],
      transaction,
    );
    if (name === 'history')
      await db.run(
        'update unit_summaries set changes_on = least(changes_on, $1::date)',
        [body.validFrom],
        transaction,
      );
    await writeLog(db, transaction, {
      actor,
      action: 'change setting',
      entity: 'setting',
      entityId: body.id,
      detail: { name, ...body },
    });
  });
}
