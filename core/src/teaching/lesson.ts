import * as z from 'zod';
import { MotionDocument } from '../motion/document/schema.ts';
import { upgradeMotion } from '../motion/document/upgrade.ts';
import { accept, refuse, type Result } from '../result.ts';
import { Drill } from './drill-names.ts';
import { Variant, variantOf } from './variants.ts';

const Id = z.string().min(1).max(64);
const Words = z.string().max(4000, 'A text of a board has at most 4,000 characters.');

/** One of the variants on a board: its move is the board's, or its own, made another by its variant. */
export const Lane = z.object({
  id: Id,
  name: z.string().trim().min(1, 'Give the lane a name.').max(60, 'A name of a lane has at most 60 characters.'),
  variant: Variant,
  motion: MotionDocument.nullable(),
});
export type Lane = z.infer<typeof Lane>;

export const MOST_LANES = 6;
export const LANE_CHARTS = ['timing', 'curve', 'speed', 'gradient'] as const;
export const LaneChart = z.enum(LANE_CHARTS);
export type LaneChart = z.infer<typeof LaneChart>;

/** Two to six variants of one move on one clock; one, while it is being made. */
export const Board = z.object({
  id: Id,
  name: z.string().trim().min(1, 'Give the board a name.').max(80, 'A name of a board has at most 80 characters.'),
  motion: MotionDocument,
  lanes: z.array(Lane).min(1).max(MOST_LANES, 'A board has at most six lanes.'),
  chart: LaneChart,
  /** Charts and words are covered until they are uncovered. */
  coversFirst: z.boolean(),
  /** From the start together, or each with this key (counted from 0) on the first lane's. */
  alignedAt: z.union([z.literal('start'), z.int().min(0).max(2000)]),
  text: Words,
  question: Words,
  lookAt: Words,
  /** For who presents it alone. */
  notes: Words,
});
export type Board = z.infer<typeof Board>;

/** Boards in their order. As it is kept, and as a file. */
export const Lesson = z.object({
  format: z.literal('undulan-lesson'),
  version: z.literal(1),
  name: z.string().trim().min(1, 'Give the lesson a name.').max(120, 'A name of a lesson has at most 120 characters.'),
  boards: z.array(Board).max(24, 'A lesson has at most 24 boards.'),
  /** The exercise of the course it ends with, by its title; empty where there is none. */
  exercise: z.string().max(120),
  /** The drill it ends with. */
  drill: Drill.nullable().default(null),
});
export type Lesson = z.infer<typeof Lesson>;

/** A board as an older program wrote it, its motions brought up to date. */
export function upgradeBoard(board: Board): Board {
  const upgraded = (motion: MotionDocument): MotionDocument => upgradeMotion(motion) as MotionDocument;
  return {
    ...board,
    motion: upgraded(board.motion),
    lanes: board.lanes.map((lane) => ({ ...lane, motion: lane.motion && upgraded(lane.motion) })),
  };
}

/** The same of a lesson. */
export function upgradeLesson(lesson: Lesson): Lesson {
  // Lessons had no drill at first.
  return { ...lesson, boards: lesson.boards.map(upgradeBoard), drill: (lesson as Partial<Lesson>).drill ?? null };
}

/** A lesson without boards. */
export function createLesson(name: string, boards: Board[] = []): Lesson {
  return { format: 'undulan-lesson', version: 1, name, boards, exercise: '', drill: null };
}

/** A board that shows a move as it is, with lanes of its variants. */
export function createBoard(id: string, name: string, motion: MotionDocument, lanes: Lane[]): Board {
  const texts = { text: '', question: '', lookAt: '', notes: '' };
  return { id, name, motion, lanes, chart: 'timing', coversFirst: false, alignedAt: 'start', ...texts };
}

/** The move a lane shows. */
export function laneMotion({ motion }: Pick<Board, 'motion'>, lane: Pick<Lane, 'motion' | 'variant'>): MotionDocument {
  return variantOf(lane.motion ?? motion, lane.variant);
}

/** Reads a lesson from the text of a file. */
export function readLesson(text: string): Result<Lesson> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return refuse('no-json', [], 'This file is no JSON: a lesson is kept as JSON.');
  }
  const read = Lesson.safeParse(data);
  if (read.success) return accept(read.data);
  const { path, message } = read.error.issues[0]!;
  const where = path.length > 0 ? ` (at ${path.join('.')})` : '';
  return refuse('no-lesson', path.map(String), `This file is no lesson: ${message}${where}`);
}
