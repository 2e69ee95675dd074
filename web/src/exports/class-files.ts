import { picturesOfMotion, writeFindingsCsv, writeNotesVtt, writeProject } from '@undulan/core';
import { type AsyncZippable, strToU8 } from 'fflate';
import { packed } from '../files/index.ts';
import { PLAIN_ONION } from '../picture/stage/index.ts';
import { MOVING, type MovingKind, planOf, usualChoices } from './export-plan.ts';
import { makeMoving, type Making } from './make-moving.ts';
import { picturesAsFiles } from './pictures-as-files.ts';
import type { Exported } from './still-files.ts';

/** A take of the class, where it goes in the folder, and how it is fetched. */
export interface ClassTake {
  exercise: string;
  learner: string;
  number: number;
  fetch: () => Promise<Pick<Exported, 'motion' | 'target' | 'reading' | 'notes'>>;
}

export interface ClassChoices {
  /** How each is written as a clip. */
  kind: MovingKind;
  widthPx: number;
  /** The target stands beside each take. */
  beside: boolean;
  /** As a project too, to be opened again. */
  projects: boolean;
}

/** A name that is one in any folder. */
const inFolder = (name: string): string =>
  name
    .replaceAll(/[\\/:*?"<>|\p{Cc}]+/gu, ' ')
    .replaceAll(/^[. ]+|[. ]+$/g, '')
    .slice(0, 80) || 'unnamed';

/** Where the files of each take lie: a folder an exercise, in it one a take; no two alike. */
export function foldersOf(takes: readonly Pick<ClassTake, 'exercise' | 'learner' | 'number'>[]): string[] {
  const taken = new Set<string>();
  return takes.map(({ exercise, learner, number }) => {
    const own = `${inFolder(exercise)}/${inFolder(learner)}, take ${number}`;
    let free = own;
    for (let again = 2; taken.has(free.toLowerCase()); again++) free = `${own} (${again})`;
    taken.add(free.toLowerCase());
    return free;
  });
}

/** The files of one take, by their names in its folder. */
async function filesOf(
  { exercise, learner, fetch }: ClassTake,
  { kind, widthPx, beside, projects }: ClassChoices,
  { onTaken, signal }: Making,
): Promise<AsyncZippable> {
  const { motion, target, reading, notes } = await fetch();
  const choices = {
    ...usualChoices(motion),
    kind,
    widthPx,
    beside: beside && target ? ('target' as const) : ('nothing' as const),
  };
  const pictures = planOf(motion, choices).frames.length;
  const clip = await makeMoving({ motion, target, onion: PLAIN_ONION }, choices, {
    onTaken: (taken) => onTaken(taken / (pictures + 1)),
    signal,
  });
  const files: AsyncZippable = { [`clip.${MOVING[kind].ending}`]: [clip, { level: 0 }] };
  const put = (name: string, content: string): void => void (files[name] = strToU8(content));
  if (reading) {
    put('findings.csv', writeFindingsCsv(reading));
    put('reading.json', JSON.stringify(reading, null, 1));
  }
  if (notes.length > 0) put('notes.vtt', writeNotesVtt(notes, motion.rate, motion.range.first));
  if (projects) {
    const kept = await picturesAsFiles(picturesOfMotion(motion));
    const title = `${exercise}, ${learner}`.slice(0, 120);
    put('take.undulan.json', writeProject({ title, motion, terms: null, pictures: kept }));
  }
  return files;
}

/**
 * Takes of a class as a folder in a zip, each as a clip with its reading: findings as a table, the reading in full,
 * notes as captions of the clip. Says how many are done, and of the next how far it is. Rejects with which one failed.
 */
export async function classFiles(
  takes: readonly ClassTake[],
  choices: ClassChoices,
  { onTaken, signal }: Making,
): Promise<Uint8Array<ArrayBuffer>> {
  const folders = foldersOf(takes);
  const files: AsyncZippable = {};
  for (const [i, take] of takes.entries()) {
    signal.throwIfAborted();
    try {
      files[folders[i]!] = await filesOf(take, choices, { onTaken: (share) => onTaken(i + share), signal });
    } catch (error) {
      const why = error instanceof Error ? error.message : 'it could not be fetched';
      throw new Error(`${folders[i]!}: ${why}`, { cause: error });
    }
    onTaken(i + 1);
  }
  return packed(files);
}
