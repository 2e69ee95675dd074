import type { ExerciseDetails } from '@undulan/contract';
import {
  accept,
  bytesOfBase64,
  type MotionDocument,
  type Project,
  type ProjectPicture,
  refuse,
  type Result,
  withPicturesCalled,
} from '@undulan/core';

/** What a file brought: a motion, and of a project what it is read by. */
export interface Imported {
  title: string;
  motion: MotionDocument;
  terms: Project['terms'];
  /** Pictures that its scene shows, by what they are called in the file. */
  pictures: Project['pictures'];
}

/** Keeps a picture for the course's scenes; gives its id there. */
export type KeepPicture = (picture: Blob) => Promise<Result<string>>;

/** Keeps pictures of a file in the course; gives what each is called there. */
export async function keptPictures(
  pictures: Readonly<Record<string, ProjectPicture>>,
  keep: KeepPicture,
): Promise<Result<Map<string, string>>> {
  const called = new Map<string, string>();
  for (const [id, { type, base64 }] of Object.entries(pictures)) {
    const bytes = bytesOfBase64(base64);
    if (!bytes) return refuse('broken-picture', ['pictures', id], 'A picture of this file is broken.');
    const kept = await keep(new Blob([bytes], { type }));
    if (!kept.ok) return kept;
    called.set(id, kept.value);
  }
  return accept(called);
}

/** What a file brought with its pictures kept in the course, under the ids they have there. */
export async function withPicturesKept(imported: Imported, keep: KeepPicture): Promise<Result<Imported>> {
  const called = await keptPictures(imported.pictures, keep);
  if (!called.ok) return called;
  return accept({ ...imported, motion: withPicturesCalled(imported.motion, called.value), pictures: {} });
}

/** How far off is still right, where a file does not say. */
const USUAL_TOLERANCES = { keyFrames: 1, spacingPercent: 5 };

/** What an exercise made of it says; what the file does not say is as usual. */
export function withTerms({ title, terms }: Imported): ExerciseDetails {
  return { brief: '', tolerances: USUAL_TOLERANCES, ...terms, title, modelShown: 'always' };
}
