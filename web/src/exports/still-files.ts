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
  writeTimingChartSvg,
} from '@undulan/core';
import { namedCharts } from '../panels/charts/index.ts';
import type { OnionSettings } from '../picture/stage/index.ts';
import { saveBytes, saveFile, sayToStay } from '../ui/index.ts';
import { drawPicture, onGround, type Pictured, type PictureLook, readyToDraw } from './draw-picture.ts';
import { breathe } from './make-moving.ts';
import { picturesAsFiles } from './pictures-as-files.ts';
import { writeFrameSvg, writeMovingSvg } from './scene-svg.ts';

/** What is open, and what is said of it. */
export interface Exported {
  title: string;
  motion: MotionDocument;
  /** What it is to come to, where that may be seen. */
  target: MotionDocument | null;
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
  'picture-svg': 'Picture of this frame in vectors (SVG)',
  'moving-svg': 'Moving picture in vectors (SVG)',
  sheet: 'Contact sheet (PNG)',
  project: 'Project, to be read in again (JSON)',
  table: 'Values, a row a frame (CSV)',
  'table-exposed': 'Values as they are exposed (CSV)',
  'exposure-sheet': 'Exposure sheet (CSV)',
  charts: 'Timing charts (SVG)',
  'charts-png': 'Timing charts (PNG)',
  gltf: 'Animation of nodes (glTF 2.0)',
  css: 'Style sheet with keyframes (CSS)',
  findings: 'Findings (CSV)',
  reading: 'The reading in full (JSON)',
  notes: 'Notes as captions of a clip (WebVTT)',
} as const;
/** What the browser prints, or saves as PDF. */
export const PAPERS = {
  'paper-charts': 'Timing charts on paper (PDF)',
  'paper-sheet': 'Exposure sheet on paper (PDF)',
  'paper-review': 'Review on paper (PDF)',
} as const;
export type PaperKind = keyof typeof PAPERS;
export const PAPER_KINDS = Object.keys(PAPERS) as PaperKind[];

export type StillKind = keyof typeof STILL;
export const STILL_KINDS = Object.keys(STILL) as StillKind[];

/** Why a file cannot be made; null where it can. */
export function missingFor(kind: StillKind | PaperKind, { motion, reading, notes }: Exported): string | null {
  if ((kind === 'findings' || kind === 'reading' || kind === 'paper-review') && !reading) return 'It is not read yet.';
  if (kind === 'notes' && notes.length === 0) return 'There are no notes.';
  if (CHARTS.has(kind) && namedCharts(motion).length === 0)
    return 'There is no chart yet: two extremes and a way between them make one.';
  return null;
}

const CHARTS: ReadonlySet<string> = new Set(['charts', 'charts-png', 'paper-charts']);

const PNG = 'image/png';
const SVG = 'image/svg+xml';

/** Pictures of a contact sheet in a row, and how far they stand apart. */
const IN_ROW = 6;
const GAP_PX = 12;
const MOST_PICTURES = 240;

/** Every so many frames on one sheet, in rows, each with its number. */
async function contactSheet(pictured: Pictured, every: number, look: PictureLook): Promise<Blob> {
  const { first, last } = pictured.motion.range;
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
    if (i % IN_ROW === 0) await breathe();
    const picture = drawPicture(pictured, frame, { ...look, numbers: true });
    context.drawImage(picture, GAP_PX + (i % IN_ROW) * wide, GAP_PX + Math.floor(i / IN_ROW) * high);
  }
  return sheet.convertToBlob({ type: PNG });
}

/** Charts as a sheet for paper, in vectors. */
export function chartsSheet({ title, motion }: Pick<Exported, 'title' | 'motion'>): string {
  return writeTimingChartSvg({ title, rate: motion.rate, charts: namedCharts(motion) });
}

/** A sheet is drawn twice as large as it is, to be sharp on paper. */
const SHEET_SCALE = 2;

async function drawnSheet(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = new OffscreenCanvas(SHEET_SCALE * image.width, SHEET_SCALE * image.height);
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas.convertToBlob({ type: PNG });
}

export interface StillChoices {
  look: PictureLook;
  onion: OnionSettings;
  /** Of a moving SVG. */
  loops: boolean;
  eased: boolean;
  /** Of a contact sheet. */
  every: number;
}

/** Makes a file and gives it to the person. Throws with why it cannot. */
export async function saveStill(kind: StillKind, of: Exported, choices: StillChoices): Promise<void> {
  const { title, motion, target, frame, terms, reading, notes } = of;
  const { look, every, onion } = choices;
  const pictured = { motion, target, onion };
  switch (kind) {
    case 'picture': {
      await readyToDraw(pictured);
      saveBytes(`${title}, ${frame}.png`, PNG, await drawPicture(pictured, frame, look).convertToBlob({ type: PNG }));
      return;
    }
    case 'sheet': {
      await readyToDraw(pictured);
      saveBytes(`${title}, contact sheet.png`, PNG, await contactSheet(pictured, every, look));
      return;
    }
    case 'picture-svg':
      await readyToDraw(pictured);
      saveFile(`${title}, ${frame}.svg`, SVG, writeFrameSvg(title, onGround(motion, look), frame, look));
      return;
    case 'moving-svg': {
      await readyToDraw(pictured);
      const { text, says } = writeMovingSvg(title, onGround(motion, look), { ...look, ...choices });
      saveFile(`${title}.svg`, SVG, text);
      if (says.length > 0) sayToStay(says.join(' '));
      return;
    }
    case 'charts':
      saveFile(`${title}, charts.svg`, SVG, chartsSheet(of));
      return;
    case 'charts-png':
      saveBytes(`${title}, charts.png`, PNG, await drawnSheet(chartsSheet(of)));
      return;
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
