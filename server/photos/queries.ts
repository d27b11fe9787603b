import type { PhotoView } from '#contracts/photos';
import type { Database } from '../db/connect.ts';
import { photosOfOwners, type PhotoOwner } from './photos.sql.ts';

/** Photographs of units, sites or notes, without the pictures themselves, newest first. */
export const photosOf = (
  db: Database,
  owner: PhotoOwner,
  ids: readonly string[],
): Promise<(PhotoView & { ownerId: string })[]> => db.rows(photosOfOwners(owner), [ids]);
