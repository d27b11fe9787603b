import { Op } from 'sequelize';
import type { PlainDate } from '#core/base/time';

const untilOrOpen = (day: PlainDate) => ({ [Op.or]: [{ [Op.is]: null }, { [Op.gte]: day }] });

/** For stretches of days that have this one in them. */
export const onDay = (day: PlainDate) => ({ fromDay: { [Op.lte]: day }, untilDay: untilOrOpen(day) });

/** For stretches of days that reach into this one or later. */
export const notOver = (day: PlainDate) => ({ untilDay: untilOrOpen(day) });

/** For stretches of days that share one with those from one day to another, both included. */
export const between = (from: PlainDate, to: PlainDate) => ({
  fromDay: { [Op.lte]: to },
  untilDay: untilOrOpen(from),
});
