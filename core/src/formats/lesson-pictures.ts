import type { MotionDocument } from '../motion/document/schema.ts';
import type { Lesson } from '../teaching/index.ts';
import { picturesOfMotion, withPicturesCalled } from './project.ts';

/** Pictures that the scenes of a lesson show, by id. */
export function picturesOfLesson({ boards }: Lesson): string[] {
  const motions = boards.flatMap(({ motion, lanes }) => [motion, ...lanes.flatMap((lane) => lane.motion ?? [])]);
  return [...new Set(motions.flatMap(picturesOfMotion))];
}

/** The lesson with its pictures called otherwise. */
export function withLessonPicturesCalled(lesson: Lesson, called: ReadonlyMap<string, string>): Lesson {
  const renamed = (motion: MotionDocument): MotionDocument => withPicturesCalled(motion, called);
  return {
    ...lesson,
    boards: lesson.boards.map((board) => ({
      ...board,
      motion: renamed(board.motion),
      lanes: board.lanes.map((lane) => ({ ...lane, motion: lane.motion && renamed(lane.motion) })),
    })),
  };
}
