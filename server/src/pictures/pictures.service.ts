import { createHash } from 'node:crypto';
import type { CoursePicture, Created, KeptPicture } from '@undulan/contract';
import { mediaKindOf } from '@undulan/core';
import { col, fn, Op } from 'sequelize';
import sharp from 'sharp';
import { isMember, pictureFor, requireInstructor, roleIn } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { PictureModel } from './picture.model.ts';

/**
 * Formats taken, by their first bytes: a file's name and declared type prove nothing, and nothing else comes before the
 * library that draws them.
 */
const FORMATS = ['png', 'jpeg', 'gif', 'webp'] as const;

/** All frames together; larger ones are no pictures for a brief but a way to fill a memory. */
const MOST_PIXELS = 40_000_000;
const MOST_SIDE_PX = 4096;

const noPicture = (why: string): ProblemError => new ProblemError('invalid-request', why);

/**
 * The picture drawn anew in its own format, turned as it says it should be seen: what else the file carried (places,
 * cameras, anything hidden) is gone. Throws `invalid-request` for what is no picture.
 */
async function madeAnew(bytes: Buffer): Promise<{ type: string; bytes: Buffer }> {
  const kind = mediaKindOf(bytes);
  const format = FORMATS.find((name) => name === kind);
  if (!format) throw noPicture('A picture is a PNG, JPEG, GIF or WebP file.');
  try {
    const picture = sharp(bytes, { animated: true, limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { width, pageHeight, height } = await picture.metadata();
    if (Math.max(width, pageHeight ?? height) > MOST_SIDE_PX)
      throw noPicture(`A picture is at most ${MOST_SIDE_PX} px wide and high.`);
    return { type: `image/${format}`, bytes: await picture.autoOrient().toFormat(format).toBuffer() };
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    if (/pixel limit/i.test((error as Error).message))
      throw noPicture(`A picture has at most ${MOST_PIXELS / 1e6} million pixels.`);
    throw noPicture('This picture is not whole: it cannot be drawn.');
  }
}

/** A picture, for whoever is in its course. Throws `not-found`. */
export async function pictureOf(personId: string, pictureId: string): Promise<{ type: string; bytes: Buffer }> {
  const { type, bytes } = await pictureFor(personId, pictureId);
  return { type, bytes };
}

/** Keeps a picture for a course's briefs. Throws `invalid-request` for what is none, `over-quota`. */
export async function keepPicture(personId: string, courseId: string, bytes: unknown): Promise<Created> {
  await requireInstructor(personId, courseId);
  if (!Buffer.isBuffer(bytes)) throw noPicture('A picture is a PNG, JPEG, GIF or WebP file.');
  const kept = await roomTaken({ courseId, ownerId: null });
  refuseBeyond('pictures', kept.count);
  refuseBeyond('pictureBytes', kept.bytes + bytes.length);
  const { id } = await PictureModel.create({ courseId, ...(await madeAnew(bytes)) });
  return { id };
}

async function roomTaken(where: {
  courseId: string;
  ownerId: string | null;
}): Promise<{ count: number; bytes: number }> {
  const kept = (await PictureModel.findOne({
    where,
    attributes: [
      [fn('COUNT', col('id')), 'count'],
      [fn('SUM', fn('LENGTH', col('bytes'))), 'total'],
    ],
    raw: true,
  })) as unknown as { count: number; total: number | null };
  return { count: Number(kept.count), bytes: Number(kept.total ?? 0) };
}

async function described({ id, bytes }: PictureModel): Promise<KeptPicture> {
  const { width, height } = await sharp(bytes).metadata();
  return { id, widthPx: width, heightPx: height };
}

/**
 * Keeps a picture for the scenes of a course, whoever of the course brings it; one that is there already is not kept
 * twice. Throws `invalid-request` for what is none, `over-quota`.
 */
export async function keepScenePicture(personId: string, courseId: string, bytes: unknown): Promise<KeptPicture> {
  await roleIn(personId, courseId);
  if (!Buffer.isBuffer(bytes)) throw noPicture('A picture is a PNG, JPEG, GIF or WebP file.');
  const hash = createHash('sha256').update(bytes).digest('hex');
  const known = await PictureModel.findOne({ where: { courseId, hash } });
  if (known) return described(known);
  const kept = await roomTaken({ courseId, ownerId: personId });
  refuseBeyond('scenePictures', kept.count);
  refuseBeyond('scenePictureBytes', kept.bytes + bytes.length);
  return described(await PictureModel.create({ courseId, ownerId: personId, hash, ...(await madeAnew(bytes)) }));
}

/**
 * Takes the pictures of scenes along into another course: those of them that a person may see and that are not there.
 * Gives what each is called there. Throws `over-quota`.
 */
export async function takePicturesAlong(
  personId: string,
  pictureIds: readonly string[],
  courseId: string,
): Promise<Map<string, string>> {
  const taken = new Map<string, string>();
  const pictures = await PictureModel.findAll({ where: { id: [...pictureIds], courseId: { [Op.ne]: courseId } } });
  for (const { id, courseId: from, type, bytes, hash } of pictures) {
    if (!(await isMember(personId, from))) continue;
    const known = hash && (await PictureModel.findOne({ where: { courseId, hash }, attributes: ['id'] }));
    if (!known) {
      const kept = await roomTaken({ courseId, ownerId: personId });
      refuseBeyond('scenePictures', kept.count);
      refuseBeyond('scenePictureBytes', kept.bytes + bytes.length);
    }
    const { id: there } = known || (await PictureModel.create({ courseId, ownerId: personId, type, bytes, hash }));
    taken.set(id, there);
  }
  return taken;
}

/** The pictures of a course’s briefs, newest first, with how many of its briefs show each. */
export async function picturesOf(personId: string, courseId: string): Promise<CoursePicture[]> {
  await requireInstructor(personId, courseId);
  const pictures = await PictureModel.findAll({
    where: { courseId, ownerId: null },
    attributes: ['id', 'type', [fn('LENGTH', col('bytes')), 'size'], 'createdAt'],
    order: [['createdAt', 'DESC']],
  });
  const briefs = await ExerciseModel.findAll({
    where: { courseId, brief: { [Op.like]: '%/pictures/%' } },
    attributes: ['brief'],
  });
  return pictures.map((picture) => ({
    id: picture.id,
    bytes: Number(picture.get('size')),
    shownIn: briefs.filter(({ brief }) => brief.includes(picture.id)).length,
  }));
}

/** Removes a picture; a brief that shows it shows a gap from then on. */
export async function removePicture(personId: string, pictureId: string): Promise<void> {
  const picture = await pictureFor(personId, pictureId);
  await requireInstructor(personId, picture.courseId);
  await picture.destroy();
}
