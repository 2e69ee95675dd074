import {
  type Board,
  createBoard,
  type Lane,
  type Lesson,
  MOST_LANES,
  type MotionDocument,
  usualVariant,
  type Variant,
  type VariantKindId,
  variantName,
} from '@undulan/core';

/** The least number that no other has in its id. */
function freeId(taken: readonly { id: string }[], word: string): string {
  let number = taken.length + 1;
  while (taken.some(({ id }) => id === `${word}-${number}`)) number++;
  return `${word}-${number}`;
}

/** A name that no other of them has, told apart by a number. */
function freeName(taken: readonly { name: string }[], name: string): string {
  if (!taken.some((other) => other.name === name)) return name;
  let number = 2;
  while (taken.some((other) => other.name === `${name} ${number}`)) number++;
  return `${name} ${number}`;
}

export function withBoard(lesson: Lesson, boardId: string, change: (board: Board) => Board): Lesson {
  return { ...lesson, boards: lesson.boards.map((board) => (board.id === boardId ? change(board) : board)) };
}

export function withLane(board: Board, laneId: string, change: (lane: Lane) => Lane): Board {
  return { ...board, lanes: board.lanes.map((lane) => (lane.id === laneId ? change(lane) : lane)) };
}

/** A board of a move as it is, beside it even, after a board or at the end. */
export function addBoard(lesson: Lesson, name: string, motion: MotionDocument): { lesson: Lesson; boardId: string } {
  const id = freeId(lesson.boards, 'board');
  const lanes = (['own', 'even'] as const).map((kind, i): Lane => {
    const variant = usualVariant(kind);
    return { id: `lane-${i + 1}`, name: variantName(variant), variant, motion: null };
  });
  const board = createBoard(id, freeName(lesson.boards, name.slice(0, 70)), motion, lanes);
  return { lesson: { ...lesson, boards: [...lesson.boards, board] }, boardId: id };
}

export function copyBoard(lesson: Lesson, boardId: string): { lesson: Lesson; boardId: string } {
  const at = lesson.boards.findIndex(({ id }) => id === boardId);
  const id = freeId(lesson.boards, 'board');
  const name = freeName(lesson.boards, lesson.boards[at]!.name.slice(0, 70));
  return {
    lesson: { ...lesson, boards: lesson.boards.toSpliced(at + 1, 0, { ...lesson.boards[at]!, id, name }) },
    boardId: id,
  };
}

/** A board put in another's place. */
export function moveBoard(lesson: Lesson, boardId: string, to: number): Lesson {
  const from = lesson.boards.findIndex(({ id }) => id === boardId);
  return { ...lesson, boards: lesson.boards.toSpliced(from, 1).toSpliced(to, 0, lesson.boards[from]!) };
}

export function removeBoard(lesson: Lesson, boardId: string): Lesson {
  return { ...lesson, boards: lesson.boards.filter(({ id }) => id !== boardId) };
}

/** A lane at the end: the board's move as a kind of variant makes it. */
export function addVariant(board: Board, kind: VariantKindId): Board {
  const variant = usualVariant(kind);
  return addLane(board, variantName(variant), null, variant);
}

/** A lane at the end, of a move from elsewhere. A board that is full stays as it is. */
export function addLane(
  board: Board,
  name: string,
  motion: MotionDocument | null,
  variant: Variant = usualVariant('own'),
): Board {
  if (board.lanes.length >= MOST_LANES) return board;
  const lane = { id: freeId(board.lanes, 'lane'), name: freeName(board.lanes, name.slice(0, 55)), variant, motion };
  return { ...board, lanes: [...board.lanes, lane] };
}

/** A lane made another way; its name goes along while it is the one it was given by how it was made. */
export function setVariant(board: Board, laneId: string, variant: Variant): Board {
  return withLane(board, laneId, (lane) => ({
    ...lane,
    variant,
    name: lane.name === variantName(lane.variant) ? variantName(variant) : lane.name,
  }));
}

export function removeLane(board: Board, laneId: string): Board {
  return { ...board, lanes: board.lanes.filter(({ id }) => id !== laneId) };
}

/** A lane put one place up (−1) or down (1). */
export function moveLane(board: Board, laneId: string, by: 1 | -1): Board {
  const from = board.lanes.findIndex(({ id }) => id === laneId);
  const to = from + by;
  if (to < 0 || to >= board.lanes.length) return board;
  return { ...board, lanes: board.lanes.toSpliced(from, 1).toSpliced(to, 0, board.lanes[from]!) };
}
