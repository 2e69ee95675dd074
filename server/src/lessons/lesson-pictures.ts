import type { Lesson, MotionDocument } from '@undulan/core';

/** Pictures that the scenes of a lesson show, by id. */
export function picturesOf({ boards }: Lesson): string[] {
  const motions = boards.flatMap(({ motion, lanes }) => [motion, ...lanes.flatMap((lane) => lane.motion ?? [])]);
  const ids = motions.flatMap(({ subjects }) => subjects.flatMap(({ look }) => look.pictureId ?? []));
  return [...new Set(ids)];
}

/** The lesson with its pictures called what they are called elsewhere. */
export function withPictures(lesson: Lesson, called: ReadonlyMap<string, string>): Lesson {
  if (called.size === 0) return lesson;
  const renamed = (motion: MotionDocument): MotionDocument => ({
    ...motion,
    subjects: motion.subjects.map((subject) => {
      const pictureId = subject.look.pictureId && called.get(subject.look.pictureId);
      return pictureId ? { ...subject, look: { ...subject.look, pictureId } } : subject;
    }),
  });
  return {
    ...lesson,
    boards: lesson.boards.map((board) => ({
      ...board,
      motion: renamed(board.motion),
      lanes: board.lanes.map((lane) => ({ ...lane, motion: lane.motion && renamed(lane.motion) })),
    })),
  };
}
