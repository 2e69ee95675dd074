import { createHash, randomBytes } from 'node:crypto';
import type { Agent } from 'supertest';

const base64 = (text: string): string => Buffer.from(text).toString('base64');

/** Bytes that begin as a GIF does. */
export const aGif = (size: number): Buffer => Buffer.concat([Buffer.from('GIF89a'), randomBytes(size - 6)]);
export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

interface Announced {
  of: Record<string, string>;
  size: number;
  hash?: string;
}

/** Says that an upload is to begin; its address is in the answer's `location`. */
export function announceUpload(who: Agent, { of, size, hash = '0'.repeat(64) }: Announced) {
  const said = Object.entries({ ...of, name: 'pan.gif', hash });
  return who.post('/api/uploads').set({
    'Tus-Resumable': '1.0.0',
    'Upload-Length': String(size),
    'Upload-Metadata': said.map(([key, value]) => `${key} ${base64(value)}`).join(),
  });
}

export function sendPiece(who: Agent, address: string, offset: number, bytes: Buffer) {
  return who
    .patch(address)
    .set({
      'Tus-Resumable': '1.0.0',
      'Upload-Offset': String(offset),
      'Content-Type': 'application/offset+octet-stream',
    })
    .send(bytes);
}

/** Sends bytes in one piece; gives the clip's id. */
export async function sendWhole(who: Agent, of: Record<string, string>, bytes: Buffer): Promise<string> {
  const { location } = (await announceUpload(who, { of, size: bytes.length, hash: hashOf(bytes) }).expect(201)).headers;
  await sendPiece(who, location!, 0, bytes).expect(204);
  return location!.split('/').at(-1)!;
}
