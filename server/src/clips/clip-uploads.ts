import { AsyncLocalStorage } from 'node:async_hooks';
import { randomUUID } from 'node:crypto';
import { type Locker, Server } from '@tus/server';
import { Metadata } from '@tus/utils';
import { MOST_REFERENCE_MEGABYTES, USUAL_CLIP_LIMITS } from '@undulan/contract';
import { Router } from 'express';
import * as z from 'zod';
import { exerciseWithDocuments, roleIn } from '../access/access.ts';
import { personIdOf } from '../access/require-person.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { refuseUnlessAccepted } from '../takes/add-take.ts';
import { ClipModel } from './clip.model.ts';
import { ClipStore } from './clip-store.ts';
import { removeLeftClips } from './left-clips.ts';

const File = z.object({
  name: z.string().min(1).max(255),
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'The checksum is the SHA-256 of the file, in hex.'),
});

/** What an upload says of itself: it is to be a take of an exercise, or a reference of a course. */
const Announced = z.union([
  z.strictObject({ exerciseId: z.uuid(), ...File.shape }),
  z.strictObject({ courseId: z.uuid(), ...File.shape }),
]);

/** What is not whole after so long will not be. */
const UNFINISHED_MS = 24 * 3600 * 1000;

/** Rows of the database are locked as they are written: that is enough, whichever copy takes the piece. */
const byRow: Locker = {
  newLock: () => ({ lock: () => Promise.resolve(), unlock: () => Promise.resolve() }),
};

/** How many MB an upload may have, and what of; throws where this person may not send it at all. */
async function allowedOf(
  personId: string,
  announced: z.infer<typeof Announced>,
): Promise<{ what: string; megabytes: number }> {
  if ('courseId' in announced) {
    await roleIn(personId, announced.courseId);
    return { what: 'A reference', megabytes: MOST_REFERENCE_MEGABYTES };
  }
  const exercise = await exerciseWithDocuments(personId, announced.exerciseId, 'learner');
  refuseUnlessAccepted(exercise, 'clips');
  return { what: 'A clip of this exercise', ...(exercise.terms?.clipLimits ?? USUAL_CLIP_LIMITS) };
}

/**
 * Throws where this upload may not begin; clips of this person that never became whole, takes or references give way.
 */
async function mayBegin(personId: string, announced: z.infer<typeof Announced>, size: number): Promise<void> {
  const { what, megabytes } = await allowedOf(personId, announced);
  if (!(size > 0)) throw new ProblemError('invalid-request', 'A clip has a length.');
  if (size > megabytes * 1e6) throw new ProblemError('too-large', `${what} has at most ${megabytes} MB.`);
  await removeLeftClips(personId, new Date(Date.now() - UNFINISHED_MS));
  const owned = { ownerId: personId };
  refuseBeyond('clips', await ClipModel.count({ where: owned }));
  refuseBeyond('clipBytes', Number(await ClipModel.sum('size', { where: owned })) + size);
}

async function requireOwn(personId: string, clipId: string): Promise<void> {
  const isOwn = (await ClipModel.count({ where: { id: clipId, ownerId: personId } })) > 0;
  if (!isOwn) throw new ProblemError('not-found', 'There is no such upload.');
}

/** Uploads of clips, piece by piece, at `/uploads`. */
export function clipUploads(): Router {
  /** Whose request it is, for the store: the protocol's package knows no people. */
  const sender = new AsyncLocalStorage<string>();
  const store = new ClipStore(() => sender.getStore()!);
  const server = new Server({
    path: '/api/uploads',
    datastore: store,
    locker: byRow,
    relativeLocation: true,
    allowedOrigins: () => false,
    namingFunction: () => randomUUID(),
    onUploadFinish: async (_request, upload) => {
      await store.finish(upload.id);
      return {};
    },
  });
  const routes = Router();
  routes.all('/uploads{/:clipId}', async (request, response) => {
    const personId = personIdOf(request);
    const { clipId } = request.params as { clipId?: string };
    if (clipId) await requireOwn(personId, clipId);
    else if (request.method === 'POST') {
      const said = Announced.safeParse(Metadata.parse(request.get('upload-metadata') ?? ''));
      if (!said.success) throw new ProblemError('invalid-request', said.error.issues[0]!.message);
      await mayBegin(personId, said.data, Number(request.get('upload-length')));
    } else throw new ProblemError('not-found', 'There is nothing here.');
    request.url = request.originalUrl;
    await sender.run(personId, () => server.handle(request, response));
  });
  return routes;
}
