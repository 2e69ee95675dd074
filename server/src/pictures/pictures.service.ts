import type { Created } from '@undulan/contract';
import { requireInstructor } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import { PictureModel } from './picture.model.ts';

/** What the first bytes of each kind of picture are; a file's name and declared type prove nothing. */
const KINDS: { type: string; isOf: (bytes: Buffer) => boolean }[] = [
  { type: 'image/png', isOf: (bytes) => bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) },
  { type: 'image/jpeg', isOf: (bytes) => bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])) },
  { type: 'image/gif', isOf: (bytes) => /^GIF8[79]a$/.test(bytes.toString('latin1', 0, 6)) },
  { type: 'image/webp', isOf: (bytes) => bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP' },
];

/** Keeps a picture for a course's briefs. Throws `invalid-request` for what is none. */
export async function keepPicture(personId: string, courseId: string, bytes: unknown): Promise<Created> {
  await requireInstructor(personId, courseId);
  const kind = Buffer.isBuffer(bytes) ? KINDS.find(({ isOf }) => isOf(bytes)) : undefined;
  if (!kind) throw new ProblemError('invalid-request', 'A picture is a PNG, JPEG, GIF or WebP file.');
  const { id } = await PictureModel.create({ courseId, type: kind.type, bytes: bytes as Buffer });
  return { id };
}
