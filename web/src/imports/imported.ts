import { type MotionDocument, type Project, type Result, withPicturesCalled } from '@undulan/core';

/** What a file brought: a motion, and of a project what it is read by. */
export interface Imported {
  title: string;
  motion: MotionDocument;
  terms: Project['terms'];
}

/** Keeps a picture for the course's scenes; gives its id there. */
export type KeepPicture = (picture: Blob) => Promise<Result<string>>;

/** A project with its pictures kept in the course, under the ids they have there. */
export async function importedProject(
  { title, motion, terms, pictures }: Project,
  keep: KeepPicture,
): Promise<Result<Imported>> {
  const called = new Map<string, string>();
  for (const [id, { type, base64 }] of Object.entries(pictures)) {
    const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
    const kept = await keep(new Blob([bytes], { type }));
    if (!kept.ok) return kept;
    called.set(id, kept.value);
  }
  return { ok: true, value: { title, motion: withPicturesCalled(motion, called), terms } };
}
