import type { Transaction } from 'sequelize';
import { plateFacts, workedOut, type PlateUnit } from '#core/measuring/cards';
import type { MeasuringLimits } from '#core/measuring/answers';
import { judgeReading, toSi } from '#core/base/quantities';
import { readingAnswers, READING_POINTS } from '#core/evidence';
import { localDate, type PlainDate } from '#core/base/time';
import type { EntryBody, NewEntry } from '#contracts/visits';
import type { Database } from '../db/connect.ts';
import { invalid } from '../http/problem.ts';
import { measuringLimits } from '../settings/service.ts';

/*
 * What an entry says is worked out when it is written, by the plate and the settings of that day, and kept
 * beside it with both: so history never changes by itself, whatever is set or corrected later.
 */

/** The body of an entry as it is kept. @throws Problem 422 with the path of what cannot be */
export async function workedOutBody(
  db: Database,
  entry: NewEntry,
  unitId: string | null,
  day: PlainDate,
  transaction: Transaction,
): Promise<unknown> {
  if (entry.kind === 'measurement')
    return measuredBody(entry.body as EntryBody<'measurement'>, await measuringLimits(db, day, transaction));
  if (entry.kind !== 'reading set') return entry.body;
  const body = readingBody(entry.body as EntryBody<'reading set'>);
  const limits = await measuringLimits(db, day, transaction);
  const plate = await plateOf(db, unitId, body.circuit, transaction);
  const { answers, troubles } = readingAnswers(body, plate, limits);
  return { ...body, answers, troubles, judgedBy: { plate, limits } };
}

/** Readings get their canonical SI value and a quality beside what was typed. */
function readingBody(body: EntryBody<'reading set'>): EntryBody<'reading set'> {
  const errors: { path: string; message: string }[] = [];
  const readings = body.readings.map((reading, index) => {
    const { quantity } = READING_POINTS[reading.point];
    try {
      return {
        ...reading,
        quantity,
        si: toSi(quantity, reading.unit, reading.value),
        ...judgeReading(quantity, reading.unit, reading.value),
      };
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      errors.push({ path: `body.readings.${index}.value`, message: `${reading.point}: ${error.message}` });
      return reading;
    }
  });
  if (errors.length > 0) throw invalid(errors, 'A reading that cannot be');
  return { ...body, readings };
}

/** A bench card with the answers worked out from its inputs by the limits of that day. */
function measuredBody(body: EntryBody<'measurement'>, limits: MeasuringLimits): unknown {
  const { inputs, answers, errors } = workedOut(body.card, body.inputs, limits);
  if (errors.length > 0) {
    const what = errors.map(({ input, why }) => ({
      path: input === null ? 'body.inputs' : `body.inputs.${input}`,
      message: why,
    }));
    throw invalid(what, 'A reading that cannot be');
  }
  return { ...body, inputs, answers, judgedBy: { limits } };
}

/** What the record knows today of the circuit that was measured. */
async function plateOf(
  db: Database,
  unitId: string | null,
  circuit: number | undefined,
  transaction: Transaction,
): Promise<ReturnType<typeof plateFacts>> {
  if (unitId === null) return {};
  const unit = await db.models.Unit.findByPk(unitId, { include: 'circuits', transaction });
  return unit ? plateFacts(unit.get({ plain: true }) as unknown as PlateUnit, circuit) : {};
}

/**
 * Works out, once, what sets of readings say that were written before answers were kept beside them: by the
 * plate as it is known and the limits of their day. Lines of a sheet are never changed otherwise; this is
 * part of bringing a database up to date.
 */
export async function answerOldReadings(db: Database, transaction: Transaction): Promise<void> {
  const old = await db.models.Entry.findAll({
    where: { kind: 'reading set', body: { answers: null } },
    include: { association: 'visit', include: ['site'] },
    transaction,
  });
  if (old.length === 0) return;
  await db.run('alter table entries disable trigger entries_append_only', [], transaction);
  for (const entry of old) {
    const { site } = (entry as unknown as { visit: { site: { timeZone: string } } }).visit;
    const body = entry.body as unknown as EntryBody<'reading set'>;
    const limits = await measuringLimits(db, localDate(entry.occurredAt, site.timeZone), transaction);
    const plate = await plateOf(db, entry.unitId, body.circuit, transaction);
    const { answers, troubles } = readingAnswers(body, plate, limits);
    await entry.update(
      { body: { ...body, answers, troubles, judgedBy: { plate, limits } } },
      { transaction },
    );
  }
  await db.run('alter table entries enable trigger entries_append_only', [], transaction);
}
