import { ProblemError } from '../http/problem-error.ts';

/**
 * How much of each thing one person, exercise or course may keep, and what a refusal says. Far beyond what teaching
 * needs; below what a database would feel.
 */
const QUOTAS = {
  drafts: { most: 10, says: 'An exercise keeps ten drafts of yours at most: throw one away first.' },
  takes: {
    most: 200,
    says: 'You have handed in 200 takes of this exercise: that is as many as it keeps. Your draft is kept.',
  },
  courses: { most: 100, says: 'You have begun 100 courses: that is as many as one person does.' },
  invitations: { most: 50, says: 'A course has 50 open invitations at most: end some first.' },
  rosterInvitations: { most: 1000, says: 'A course has 1,000 people invited by name at most: end some first.' },
  tokens: { most: 50, says: 'You have 50 access tokens at most: revoke some first.' },
  shownTakes: { most: 2000, says: 'A gallery shows 2,000 takes at most: take some down first.' },
  remarks: { most: 500, says: 'A shown take holds 500 remarks at most.' },
  exercises: { most: 200, says: 'A course has at most 200 exercises.' },
  plans: { most: 500, says: 'A course keeps 500 plans at most: remove some first.' },
  eases: { most: 300, says: 'The palette holds 300 eases at most: remove some first.' },
  phrases: { most: 200, says: 'You keep 200 phrases at most: remove some first.' },
  notes: { most: 200, says: 'A review holds 200 notes at most.' },
  replies: { most: 100, says: 'A note holds 100 replies at most.' },
  lessons: { most: 200, says: 'A course has at most 200 lessons.' },
  classSessions: { most: 2000, says: 'A course keeps 2,000 sessions at most.' },
  drills: { most: 2000, says: 'You have done 2,000 drills in this course: that is as many as it keeps.' },
  setDrills: { most: 200, says: 'A course has at most 200 set drills: take some away first.' },
  asks: { most: 200, says: 'A session has at most 200 questions.' },
  pictures: { most: 300, says: 'A course keeps 300 pictures at most: remove some from its briefs first.' },
  pictureBytes: {
    most: 100_000_000,
    says: 'The pictures of a course take 100 MB at most: remove some from its briefs first.',
  },
  scenePictures: {
    most: 200,
    says: 'You have 200 pictures in the scenes of this course: that is as many as it keeps.',
  },
  scenePictureBytes: { most: 100_000_000, says: 'Your pictures in the scenes of this course take 100 MB at most.' },
  clips: { most: 500, says: 'You have 500 clips: that is as many as are kept.' },
  clipBytes: { most: 2_000_000_000, says: 'Your clips take 2 GB: that is as much as is kept.' },
} as const satisfies Record<string, { most: number; says: string }>;

/** Throws `over-quota` where so many are there that one more is too many. */
export function refuseBeyond(kind: keyof typeof QUOTAS, present: number): void {
  const { most, says } = QUOTAS[kind];
  if (present >= most) throw new ProblemError('over-quota', says);
}
