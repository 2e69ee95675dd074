import type { FromClip, ReadClip, ToClip } from './clip-worker.ts';

interface Reading {
  /** How many pictures are read so far. */
  onSeen?: (seen: number) => void;
  signal?: AbortSignal;
}

/** Decodes a clip and follows a spot in it, in a worker. Rejects with why it cannot be read, or where it is aborted. */
export function readClip(clip: ToClip, { onSeen, signal }: Reading = {}): Promise<ReadClip> {
  const worker = new Worker(new URL('clip-worker.ts', import.meta.url), { type: 'module' });
  const { promise, resolve, reject } = Promise.withResolvers<ReadClip>();
  signal?.addEventListener('abort', () => reject(signal.reason as Error));
  worker.addEventListener('error', ({ message }) => reject(new Error(message)));
  worker.addEventListener('message', ({ data }: MessageEvent<FromClip>) => {
    if ('seen' in data) onSeen?.(data.seen);
    else if ('read' in data) resolve(data.read);
    else reject(new Error(data.problem));
  });
  worker.postMessage(clip);
  return promise.finally(() => worker.terminate());
}
