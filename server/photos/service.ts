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
    await db.models.Photo.create(
      { ...facts, ...picture, takenAt: new Date(body.takenAt), recordedBy: actor },
      { transaction },
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
    const photo = await db.models.Photo.findByPk(id, { lock: true, transaction });
    if (!photo) throw notFound('Photograph');
    const { turn, caption, marks, retired } = patch;
    await photo.update(
      {
        ...(turn === undefined ? {} : { turn, thumb: await thumbOf(photo.image, turn) }),
        ...(caption === undefined ? {} : { caption }),
        ...(marks === undefined ? {} : { marks }),
        ...(retired === undefined ? {} : { retiredAt: retired ? new Date() : null }),
      },
      { transaction },
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
  const photo = await db.models.Photo.findByPk(id, {
    attributes: [thumb ? 'thumb' : 'image', 'mime', 'turn'],
  });
  if (!photo) throw notFound('Photograph');
  return thumb
    ? { bytes: photo.thumb, mime: 'image/webp' }
    : { bytes: await turned(photo.image, photo.turn), mime: photo.mime };
}
