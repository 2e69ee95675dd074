import type { ExerciseDetails } from '@undulan/contract';
import { type MotionDocument, type Project, type ProjectPicture, type Result, withPicturesCalled } from '@undulan/core';

/** What a file brought: a motion, and of a project what it is read by. */
export interface Imported {
  title: string;
  motion: MotionDocument;
  terms: Project['terms'];
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
    const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
    const kept = await keep(new Blob([bytes], { type }));
    if (!kept.ok) return kept;
    called.set(id, kept.value);
  }
  return { ok: true, value: called };
}

/** A project with its pictures kept in the course, under the ids they have there. */
export async function importedProject(
  { title, motion, terms, pictures }: Project,
  keep: KeepPicture,
): Promise<Result<Imported>> {
  const called = await keptPictures(pictures, keep);
  if (!called.ok) return called;
  return { ok: true, value: { title, motion: withPicturesCalled(motion, called.value), terms } };
}

/** How far off is still right, where a file does not say. */
const USUAL_TOLERANCES = { keyFrames: 1, spacingPercent: 5 };

/** What an exercise made of it says; what the file does not say is as usual. */
export function withTerms({ title, terms }: Imported): ExerciseDetails {
  return { brief: '', tolerances: USUAL_TOLERANCES, ...terms, title, modelShown: 'always' };
}
