import { Upload } from 'tus-js-client';

/** So much goes at once: what was under way when a connection broke is sent again. */
const PIECE_BYTES = 2_000_000;
const RETRY_MS = [0, 1000, 3000, 6000, 12_000];

export interface ClipUpload {
  pause: () => void;
  resume: () => void;
}

/** What a clip is sent for: to be a take of an exercise, or a reference of a course. */
export type ClipOf = { exerciseId: string } | { courseId: string };

interface Uploading {
  of: ClipOf;
  /** How many of its bytes are there. */
  onProgress: (sent: number, total: number) => void;
  onDone: (clipId: string) => void;
  onProblem: (why: string) => void;
}

async function hashOf(file: Blob): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** What an answer says in words: a problem document, or plain text. */
function wordsOf(body: string | undefined): string | null {
  if (!body) return null;
  try {
    return (JSON.parse(body) as { detail?: string }).detail ?? null;
  } catch {
    return body.trim();
  }
}

/**
 * Sends a clip in pieces, with its checksum; goes on where it was after a lost connection, and after a reload once the
 * same file is chosen again.
 */
export async function uploadClip(file: File, { of, onProgress, onDone, onProblem }: Uploading): Promise<ClipUpload> {
  const hash = await hashOf(file);
  const upload = new Upload(file, {
    endpoint: '/api/uploads',
    chunkSize: PIECE_BYTES,
    retryDelays: RETRY_MS,
    removeFingerprintOnSuccess: true,
    fingerprint: () => Promise.resolve(`undulan clip ${Object.values(of).join()} ${hash}`),
    metadata: { ...of, hash, name: file.name.slice(0, 200) },
    onProgress,
    onError: (error) => {
      const response = 'originalResponse' in error ? error.originalResponse : null;
      onProblem(
        response && response.getStatus() < 500
          ? (wordsOf(response.getBody()) ?? 'The clip was not taken.')
          : 'The connection is lost. What was sent is kept: go on when it is back.',
      );
    },
    onSuccess: () => onDone(upload.url!.split('/').at(-1)!),
  });
  const [before] = await upload.findPreviousUploads();
  if (before) upload.resumeFromPreviousUpload(before);
  upload.start();
  return { pause: () => void upload.abort(), resume: () => upload.start() };
}
