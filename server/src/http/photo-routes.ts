import express, { Router, type Request } from 'express';
import {
  LARGEST_PHOTO,
  PHOTO_HASH,
  PHOTO_TYPE,
  photosAskedContract,
  readPhoto,
  type PhotosMissing,
} from '@juxtameter/contract/check';
import { hashOf, type PhotoStore } from '../photos/photo-store';
import { notFound, RequestProblem, unacceptable } from '../request-problem';
import { bodyAs, pathPart } from './body';

/** A year, in seconds: what is under a name never changes. */
const FOR_EVER = 31_536_000;

/** Pictures, by what is in them. */
export function photoRoutes(photos: PhotoStore): Router {
  const router = Router();
  router.param('photo', (_request, _response, next, photo: string) => {
    next(PHOTO_HASH.test(photo) ? undefined : notFound(`photo "${photo.slice(0, 70)}"`));
  });
  router.get('/photos/:photo', async (request, response) => {
    const bytes = await photos.read(pathPart(request, 'photo'));
    if (!bytes) throw notFound('such photo here: the device that took it has not brought it yet');
    response.setHeader('Cache-Control', `private, max-age=${FOR_EVER}, immutable`);
    response.type(PHOTO_TYPE).send(bytes);
  });
  router.put('/photos/:photo', express.raw({ type: PHOTO_TYPE, limit: LARGEST_PHOTO }), async (request, response) => {
    const hash = pathPart(request, 'photo');
    await photos.keep({ hash, bytes: photoOf(request, hash) });
    response.status(201).json({ photo: hash });
  });
  router.post('/photos/missing', async (request, response) => {
    const { photos: asked } = bodyAs(request, photosAskedContract);
    const kept = await photos.having(asked);
    const answer: PhotosMissing = { missing: asked.filter((hash) => !kept.has(hash)) };
    response.json(answer);
  });
  return router;
}

function photoOf({ body }: Request, hash: string): Buffer {
  if (!Buffer.isBuffer(body))
    throw new RequestProblem(415, 'Not a photo', `Send the picture itself, as ${PHOTO_TYPE}.`);
  const read = readPhoto(body);
  const problem = typeof read === 'string' ? read : hashOf(body) === hash ? undefined : 'is not what its name says';
  if (problem === undefined) return body;
  throw unacceptable('The photo was not stored.', [{ path: hash, message: problem }]);
}
