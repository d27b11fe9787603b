import type { NewPhoto, PhotoPatch } from '#contracts/photos';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { readPicture, thumbOf, turned } from './pictures.ts';

/** Keeps a photograph in the database. Sent twice it is there once. @throws Problem 404, 422 */
export async function addPhoto(db: Database, body: NewPhoto, actor: string): Promise<{ id: string }> {
  const { content, ...facts } = body;
  const picture = await readPicture(Buffer.from(content, 'base64'));
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await db.run(
      `insert into photos (id, site_id, unit_id, model_note_id, purpose, caption, mime, width, height, marks, image, thumb, taken_at, recorded_by)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
      [
        body.id,
        body.siteId ?? null,
        body.unitId ?? null,
        body.modelNoteId ?? null,
        body.purpose,
        body.caption ?? null,
        picture.mime,
        picture.width,
        picture.height,
        JSON.stringify(body.marks ?? []),
        picture.image,
        picture.thumb,
        body.takenAt,
        actor,
      ],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'photo',
      entityId: body.id,
      detail: facts,
    });
  });
  return { id: body.id };
}

/**
 * Turns, captions, marks or puts away a photograph. The picture as taken stays what it was. @throws Problem
 * 404
 */
export async function updatePhoto(
  db: Database,
  id: string,
  patch: PhotoPatch,
  actor: string,
): Promise<{ id: string }> {
  await db.transaction(async (transaction) => {
    const [photo] = await db.rows<{ image: Buffer }>(
      'select image from photos where id = $1 for update',
      [id],
      transaction,
    );
    if (!photo) throw notFound('Photograph');
    if (patch.turn !== undefined)
      await db.run(
        'update photos set turn = $2, thumb = $3 where id = $1',
        [id, patch.turn, await thumbOf(photo.image, patch.turn)],
        transaction,
      );
    if (patch.caption !== undefined)
      await db.run('update photos set caption = $2 where id = $1', [id, patch.caption], transaction);
    if (patch.marks !== undefined)
      await db.run(
        'update photos set marks = $2 where id = $1',
        [id, JSON.stringify(patch.marks)],
        transaction,
      );
    if (patch.retired !== undefined)
      await db.run(
        `update photos set retired_at = ${patch.retired ? 'now()' : 'null'} where id = $1`,
        [id],
        transaction,
      );
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'photo',
      entityId: id,
      detail: patch,
    });
  });
  return { id };
}

/** The picture itself, or its thumbnail. @throws Problem 404 */
export async function photoBytes(
  db: Database,
  id: string,
  thumb: boolean,
): Promise<{ bytes: Buffer; mime: string }> {
  const [photo] = await db.rows<{ bytes: Buffer; mime: string; turn: number }>(
    `select ${thumb ? 'thumb' : 'image'} as bytes, mime, turn from photos where id = $1`,
    [id],
  );
  if (!photo) throw notFound('Photograph');
  return thumb
    ? { bytes: photo.bytes, mime: 'image/webp' }
    : { bytes: await turned(photo.bytes, photo.turn), mime: photo.mime };
}
