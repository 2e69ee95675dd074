import { type Lesson, picturesOfMotion, withPicturesCalled } from '@undulan/core';

/** Pictures that the scenes of a lesson show, by id. */
export function picturesOf({ boards }: Lesson): string[] {
  const motions = boards.flatMap(({ motion, lanes }) => [motion, ...lanes.flatMap((lane) => lane.motion ?? [])]);
  return [...new Set(motions.flatMap(picturesOfMotion))];
}

/** The lesson with its pictures called what they are called elsewhere. */
export function withPictures(lesson: Lesson, called: ReadonlyMap<string, string>): Lesson {
  return {
    ...lesson,
    boards: lesson.boards.map((board) => ({
      ...board,
      motion: withPicturesCalled(board.motion, called),
      lanes: board.lanes.map((lane) => ({ ...lane, motion: lane.motion && withPicturesCalled(lane.motion, called) })),
    })),
  };
}
