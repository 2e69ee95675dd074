import { SIGNED_IN_MARK } from '@undulan/contract';
import type { Request, Response } from 'express';

/** Waits for something that tells its end by a call. */
export function settle(work: (done: (error?: Error) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    work((error) => (error ? reject(error) : resolve()));
  });
}

/** Longer than a session lives that is in use: where there is none any more, the server says so. */
const MARK_MS = 400 * 24 * 60 * 60 * 1000;

/** A new session for whoever comes in: an id known before is never carried over. */
export async function beginSession(request: Request, response: Response, personId: string): Promise<void> {
  await settle((done) => request.session.regenerate(done));
  request.session.personId = personId;
  request.session.begunWith = (request.get('user-agent') ?? '').slice(0, 200);
  request.session.seenAt = Date.now();
  await settle((done) => request.session.save(done));
  // Tells the page, not the server, that it is worth asking who is there.
  response.cookie(SIGNED_IN_MARK, '1', { maxAge: MARK_MS, sameSite: 'lax' });
}
