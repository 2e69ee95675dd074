import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { FollowClip, HandInClip } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { piecesOf } from './clip-store.ts';
import { clipUploads } from './clip-uploads.ts';
import { clipFor, followAnew, handInClip } from './clips.service.ts';

export function clipsRoutes(): Router {
  const routes = Router();
  routes.use(clipUploads());
  routes.post('/exercises/:exerciseId/clips', async (request, response) => {
    const { exerciseId } = request.params;
    response.status(201).json(await handInClip(personIdOf(request), exerciseId, parseBody(HandInClip, request)));
  });
  routes.put('/takes/:takeId/followed', async (request, response) => {
    await followAnew(personIdOf(request), request.params.takeId, parseBody(FollowClip, request));
    response.status(204).end();
  });
  routes.get('/clips/:clipId', async (request, response) => {
    const clip = await clipFor(personIdOf(request), request.params.clipId);
    const asked = request.range(clip.size);
    if (asked === -1) {
      response.status(416).set('Content-Range', `bytes */${clip.size}`).end();
      return;
    }
    // Of several parts that are asked for all of it is sent, as may be.
    const part = Array.isArray(asked) && asked.type === 'bytes' && asked.length === 1 ? asked[0]! : null;
    const [from, to] = part ? [part.start, part.end + 1] : [0, clip.size];
    response
      .status(part ? 206 : 200)
      .type(clip.type!)
      .set({
        'Accept-Ranges': 'bytes',
        'Content-Length': String(to - from),
        'Cache-Control': 'private, max-age=31536000, immutable',
        'Content-Disposition': 'inline',
        ...(part && { 'Content-Range': `bytes ${from}-${to - 1}/${clip.size}` }),
      });
    if (request.method === 'HEAD') response.end();
    else
      await pipeline(Readable.from(piecesOf(clip.id, from, to)), response).catch((error: NodeJS.ErrnoException) => {
        // Who leaves while it is sent has made no error.
        if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
      });
  });
  return routes;
}
