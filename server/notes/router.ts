import { modelLineOf } from '#core/machine';
import { id as uuid } from '#contracts/common';
import { modelNotePatch, newModelNote, type ModelNotePatch, type NewModelNote } from '#contracts/notes';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, parse } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';

/**
 * Writes down how the model line of a unit comes apart. @throws Problem 422 when maker or model of the unit
 * are not known
 */
async function addModelNote(db: Database, body: NewModelNote, actor: string): Promise<{ id: string }> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const unit = await db.models.Unit.findByPk(body.unitId, { transaction });
    if (!unit) throw notFound('Unit');
    const line = modelLineOf(unit.model);
    if (!unit.manufacturer || !line)
      throw invalid([
        {
          path: 'unitId',
          message: 'maker and model of this unit are not on record, so the note would reach nobody',
        },
      ]);
    const { id, title, text } = body;
    await db.models.ModelNote.create(
      { id, manufacturer: unit.manufacturer, line, title, text, recordedBy: actor },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'model note',
      entityId: body.id,
      detail: body,
    });
  });
  return { id: body.id };
}

async function updateModelNote(
  db: Database,
  id: string,
  { title, text, retired }: ModelNotePatch,
  actor: string,
): Promise<{ id: string }> {
  await db.transaction(async (transaction) => {
    const note = await db.models.ModelNote.findByPk(id, { transaction });
    if (!note) throw notFound('Note');
    await note.update(
      {
        ...(title === undefined ? {} : { title }),
        ...(text === undefined ? {} : { text }),
        ...(retired === undefined ? {} : { retiredAt: retired ? new Date() : null }),
      },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'model note',
      entityId: id,
      detail: { title, text, retired },
    });
  });
  return { id };
}

export const noteEndpoints: readonly Endpoint[] = [
  {
    method: 'post',
    path: '/api/model-notes',
    action: 'map site',
    handle: async ({ db, body, user }) =>
      new Reply(201, await addModelNote(db, parse(newModelNote, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/model-notes/:id',
    action: 'map site',
    handle: ({ db, params, body, user }) =>
      updateModelNote(db, parse(uuid, params.id), parse(modelNotePatch, body), user.id),
  },
];
