import { id as uuid } from '#contracts/common';
import { newPhoto, photoPatch } from '#contracts/photos';
import { parse } from '../http/problem.ts';
import { Reply, type Context, type Endpoint } from '../http/endpoints.ts';
import { addPhoto, photoBytes, updatePhoto } from './service.ts';
import { photosOf } from './queries.ts';

/** The address carries the turn, so that what is fetched once never changes. */
async function sendPicture({ db, params, response }: Context, thumb: boolean): Promise<undefined> {
  const { bytes, mime } = await photoBytes(db, parse(uuid, params.id), thumb);
  response
    .type(mime)
    .set('cache-control', 'private, max-age=31536000, immutable')
    .set('content-disposition', 'inline')
    .send(bytes);
  return undefined;
}

export const photoEndpoints: readonly Endpoint[] = [
  {
    method: 'post',
    path: '/api/photos',
    action: 'map site',
    body: 'file',
    handle: async ({ db, body, user }) => new Reply(201, await addPhoto(db, parse(newPhoto, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/photos/:id',
    action: 'map site',
    handle: ({ db, params, body, user }) =>
      updatePhoto(db, parse(uuid, params.id), parse(photoPatch, body), user.id),
  },
  {
    method: 'get',
    path: '/api/photos/:id/image',
    action: 'read',
    handle: (context) => sendPicture(context, false),
  },
  {
    method: 'get',
    path: '/api/photos/:id/thumb',
    action: 'read',
    handle: (context) => sendPicture(context, true),
  },
  {
    method: 'get',
    path: '/api/sites/:id/photos',
    action: 'read',
    handle: ({ db, params }) => photosOf(db, 'site_id', [parse(uuid, params.id)]),
  },
];
