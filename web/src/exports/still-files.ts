import {
  type CriterionId,
  type MotionDocument,
  picturesOfMotion,
  type Project,
  type Reading,
  type SheetNote,
  writeCssKeyframes,
  writeExposureSheetCsv,
  writeFindingsCsv,
  writeGltf,
  writeMotionCsv,
  writeNotesVtt,
  writeProject,
} from '@undulan/core';
import { saveBytes, saveFile, sayToStay } from '../ui/index.ts';
import { drawPicture, type PictureLook, readyToDraw } from './draw-picture.ts';
import { picturesAsFiles } from './pictures-as-files.ts';

/** What is open, and what is said of it. */
export interface Exported {
  title: string;
  motion: MotionDocument;
  /** The frame the playhead is on. */
  frame: number;
  terms: Project['terms'];
  reading: Reading | null;
  notes: readonly SheetNote[];
  /** What an instructor made of a take. */
  review: { grade: number | null; criteria: Partial<Record<CriterionId, number>>; summary: string } | null;
}

/** Files that are made at once. */
export const STILL = {
  picture: 'Picture of this frame (PNG)',
  sheet: 'Contact sheet (PNG)',
  project: 'Project, to be read in again (JSON)',
  table: 'Values, a row a frame (CSV)',
  'table-exposed': 'Values as they are exposed (CSV)',
  'exposure-sheet': 'Exposure sheet (CSV)',
  gltf: 'Animation of nodes (glTF 2.0)',
  css: 'Style sheet with keyframes (CSS)',
  findings: 'Findings (CSV)',
  reading: 'The reading in full (JSON)',
  notes: 'Notes as captions of a clip (WebVTT)',
} as const;
/** What the browser prints, or saves as PDF. */
export const PAPERS = {
  'paper-sheet': 'Exposure sheet on paper (PDF)',
  'paper-review': 'Review on paper (PDF)',
} as const;
export type PaperKind = keyof typeof PAPERS;
export const PAPER_KINDS = Object.keys(PAPERS) as PaperKind[];

export type StillKind = keyof typeof STILL;
export const STILL_KINDS = Object.keys(STILL) as StillKind[];

/** Why a file cannot be made; null where it can. */
export function missingFor(kind: StillKind | PaperKind, { reading, notes }: Exported): string | null {
  if ((kind === 'findings' || kind === 'reading' || kind === 'paper-review') && !reading) return 'It is not read yet.';
  if (kind === 'notes' && notes.length === 0) return 'There are no notes.';
  return null;
}

const PNG = 'image/png';

/** Pictures of a contact sheet in a row, and how far they stand apart. */
const IN_ROW = 6;
const GAP_PX = 12;
const MOST_PICTURES = 240;

/** Every so many frames on one sheet, in rows, each with its number. */
async function contactSheet(motion: MotionDocument, every: number, look: PictureLook): Promise<Blob> {
  const { first, last } = motion.range;
  const frames = Array.from({ length: Math.floor((last - first) / every) + 1 }, (_, i) => first + i * every);
  if (frames.length > MOST_PICTURES)
    throw new Error(`a sheet has at most ${MOST_PICTURES} pictures: take fewer frames`);
  const rows = Math.ceil(frames.length / IN_ROW);
  const [wide, high] = [look.widthPx + GAP_PX, look.heightPx + GAP_PX];
  const sheet = new OffscreenCanvas(Math.min(frames.length, IN_ROW) * wide + GAP_PX, rows * high + GAP_PX);
  const context = sheet.getContext('2d')!;
  if (!look.transparent) {
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, sheet.width, sheet.height);
  }
  for (const [i, frame] of frames.entries()) {
    const picture = drawPicture(motion, frame, { ...look, numbers: true });
    context.drawImage(picture, GAP_PX + (i % IN_ROW) * wide, GAP_PX + Math.floor(i / IN_ROW) * high);
  }
  return sheet.convertToBlob({ type: PNG });
}

export interface StillChoices {
  look: PictureLook;
  /** Of a contact sheet. */
  every: number;
}

/** Makes a file and gives it to the person. Throws with why it cannot. */
export async function saveStill(kind: StillKind, of: Exported, { look, every }: StillChoices): Promise<void> {
  const { title, motion, frame, terms, reading, notes } = of;
  switch (kind) {
    case 'picture': {
      await readyToDraw(motion);
      saveBytes(`${title}, ${frame}.png`, PNG, await drawPicture(motion, frame, look).convertToBlob({ type: PNG }));
      return;
    }
    case 'sheet': {
      await readyToDraw(motion);
      saveBytes(`${title}, contact sheet.png`, PNG, await contactSheet(motion, every, look));
      return;
    }
    case 'project': {
      const pictures = await picturesAsFiles(picturesOfMotion(motion));
      const text = writeProject({ title, motion, terms, pictures });
      saveFile(`${title}.undulan.json`, 'application/json', text);
      return;
    }
    case 'table':
      saveFile(`${title}.csv`, 'text/csv', writeMotionCsv(motion));
      return;
    case 'table-exposed':
      saveFile(`${title}, exposed.csv`, 'text/csv', writeMotionCsv(motion, 'exposed'));
      return;
    case 'exposure-sheet':
      saveFile(`${title}, exposure sheet.csv`, 'text/csv', writeExposureSheetCsv(motion, notes));
      return;
    case 'gltf': {
      const { text, says } = writeGltf(motion, title);
      saveFile(`${title}.gltf`, 'model/gltf+json', text);
      if (says.length > 0) sayToStay(says.join(' '));
      return;
    }
    case 'css':
      saveFile(`${title}.css`, 'text/css', writeCssKeyframes(motion));
      return;
    case 'findings':
      saveFile(`${title}, findings.csv`, 'text/csv', writeFindingsCsv(reading!));
      return;
    case 'reading':
      saveFile(`${title}, reading.json`, 'application/json', JSON.stringify(reading, null, 1));
      return;
    case 'notes':
      saveFile(`${title}, notes.vtt`, 'text/vtt', writeNotesVtt(notes, motion.rate, motion.range.first));
  }
}
