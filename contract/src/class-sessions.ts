import { AskAnswer, AskKind, Board, FRAME_LIMIT, Lane, MOST_LANES, Variant } from '@undulan/core';
import * as z from 'zod';
import { Side } from './people.ts';

/** A class that is in session, or was. */
export const ClassSession = z.object({
  id: z.string(),
  code: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  lessonId: z.string(),
  lessonName: z.string(),
  openedBy: z.string(),
  openedAt: z.string(),
  endedAt: z.string().nullable(),
});
export type ClassSession = z.infer<typeof ClassSession>;

export const NewClassSession = z.object({ lessonId: z.string() });
export type NewClassSession = z.infer<typeof NewClassSession>;

const Frame = z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT);

/** Where the one clock of a class is: standing on a frame, or playing since the server's clock said so. */
export const ClassPlay = z.object({
  /** 1 forward, −1 in reverse, 0 standing. */
  direction: z.union([z.literal(1), z.literal(-1), z.literal(0)]),
  frame: Frame,
  /** Milliseconds of the server's clock at which it was on that frame. */
  atMs: z.number(),
  /** In percent of the set rate. */
  speed: z.number().min(-400).max(400),
  way: z.enum(['loop', 'there-and-back', 'once']),
});
export type ClassPlay = z.infer<typeof ClassPlay>;

/** Lanes one above the other, in one picture, or side by side. */
export const LanesLaid = z.enum(['rows', 'over', 'beside']);
export type LanesLaid = z.infer<typeof LanesLaid>;

/** How a board stands: small, and sent whenever something of it is another. */
export const ClassView = z.object({
  /** Rises with every change; an older one that comes late is dropped. */
  version: z.int().min(0),
  boardId: z.string().max(64),
  covered: z.boolean(),
  alone: z.string().max(64).nullable(),
  laid: LanesLaid.default('rows'),
  trails: z.boolean(),
  /** Lanes made another way than the board has them, by their ids. */
  variants: z.record(z.string().max(64), Variant),
  play: ClassPlay,
});
export type ClassView = z.infer<typeof ClassView>;

/** Everything a screen needs to stand where all others do. */
export const ClassState = z.object({ board: Board, view: ClassView });
export type ClassState = z.infer<typeof ClassState>;

const AskedLanes = z
  .array(Lane.pick({ id: true, name: true }))
  .min(1)
  .max(MOST_LANES);

export const NewAsk = z.object({
  kind: AskKind,
  boardId: z.string().max(64),
  laneId: z.string().max(64),
  /** The lanes it is about, as they were called then: the board may be another by the time it is read. */
  lanes: AskedLanes,
  question: z.string().trim().min(1, 'Write the question.').max(300, 'A question has at most 300 characters.'),
  /** How many ticks are to be placed, of a chart. */
  ticks: z.int().min(1).max(24).optional(),
  truth: AskAnswer.nullable(),
});
export type NewAsk = z.infer<typeof NewAsk>;

/** One answer, with its name only where the instructor shows names, or it is one's own. */
export const AskReply = z.object({ name: z.string().nullable(), answer: AskAnswer });
export type AskReply = z.infer<typeof AskReply>;

/** A question to the class as one of it sees it. */
export const Ask = z.object({
  id: z.string(),
  number: z.int(),
  kind: AskKind,
  boardId: z.string(),
  laneId: z.string(),
  lanes: AskedLanes,
  question: z.string(),
  ticks: z.int().nullable(),
  closed: z.boolean(),
  /** Once it is revealed; for the instructor always. */
  truth: AskAnswer.nullable(),
  revealed: z.boolean(),
  namesShown: z.boolean(),
  /** All of them for the instructor, and for everyone once it is revealed. */
  replies: z.array(AskReply),
  count: z.int(),
  /** One's own answer. */
  own: AskAnswer.nullable(),
});
export type Ask = z.infer<typeof Ask>;

export const AskSettings = z.object({ revealed: z.boolean(), namesShown: z.boolean(), closed: z.boolean() });
export type AskSettings = z.infer<typeof AskSettings>;

/** What someone who comes into a session is told. */
export const ClassEntry = z.object({
  session: ClassSession,
  role: Side,
  /** Null before the instructor showed anything. */
  state: ClassState.nullable(),
  asks: z.array(Ask),
  here: z.int(),
});
export type ClassEntry = z.infer<typeof ClassEntry>;

/** What is sent over the socket, by name; each is answered. Unknown or malformed ones are refused. */
export const CLASS_MESSAGES = {
  /** Comes into a session, by its code. */
  enter: z.object({ code: z.string().max(40) }),
  /** Asks the server for its time. */
  time: z.object({}),
  /** The instructor shows another board, or the same one changed. */
  board: z.object({ board: Board }),
  /** The instructor changes how it stands. */
  /** One that is not sure may be lost: another follows it at once. */
  view: z.object({ view: ClassView, sure: z.boolean() }),
  ask: NewAsk,
  answer: z.object({ askId: z.uuid(), answer: AskAnswer }),
  /** The instructor closes a question, reveals its truth, shows names. */
  settle: z.object({ askId: z.uuid(), settings: AskSettings.partial() }),
  end: z.object({}),
} as const;
export type ClassMessage = keyof typeof CLASS_MESSAGES;

/** An answer to a message: what was asked for, or why not, in words. */
export type ClassAnswer<T> = { ok: true; value: T } | { ok: false; problem: string };

/** What the server tells by itself, to everyone in a session. */
export interface ClassEvents {
  board: (board: Board) => void;
  view: (view: ClassView) => void;
  /** A question as one of the receiver's role sees it, without their own answer. */
  ask: (ask: Ask) => void;
  /** How many learners are there. */
  here: (count: number) => void;
  ended: () => void;
}
