import type { FromClip, Proposed, ReadClip, ToClip, ToPropose } from './clip-worker.ts';

interface Reading {
  /** How many pictures are read so far. */
  onSeen?: (seen: number) => void;
  signal?: AbortSignal;
}

/** Asks a worker of its own; rejects with why it cannot be done, or where it is aborted. */
function asked<Answer>(
  what: ToClip | ToPropose,
  answerOf: (said: FromClip) => Answer | null,
  { onSeen, signal }: Reading,
): Promise<Answer> {
  const worker = new Worker(new URL('clip-worker.ts', import.meta.url), { type: 'module' });
  const { promise, resolve, reject } = Promise.withResolvers<Answer>();
  signal?.addEventListener('abort', () => reject(signal.reason as Error));
  worker.addEventListener('error', ({ message }) => reject(new Error(message)));
  worker.addEventListener('message', ({ data }: MessageEvent<FromClip>) => {
    const answer = answerOf(data);
    if (answer !== null) resolve(answer);
    else if ('seen' in data) onSeen?.(data.seen);
    else if ('problem' in data) reject(new Error(data.problem));
  });
  worker.postMessage(what);
  return promise.finally(() => worker.terminate());
}

/** Decodes a clip and follows spots in it, in a worker. Rejects with why it cannot be read, or where it is aborted. */
export const readClip = (clip: ToClip, reading: Reading = {}): Promise<ReadClip> =>
  asked(clip, (said) => ('read' in said ? said.read : null), reading);

/** Finds what moves in a clip, in a worker. Rejects with why it cannot be read. */
export const proposeSpot = (files: readonly File[], rate: ToPropose['rate']): Promise<Proposed['spot']> =>
  asked({ files, rate, propose: true }, (said) => ('proposed' in said ? said.proposed : null), {}).then(
    ({ spot }) => spot,
  );
