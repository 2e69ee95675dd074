import {
  Assignment,
  ClassEntry,
  ClassSession,
  CourseOverview,
  CoursePicture,
  Created,
  DemoAccounts,
  Draft,
  DrillRun,
  ExerciseSetting,
  LearnerCourse,
  LearnerDrills,
  LessonSummary,
  OpenSession,
  Phrase,
  ReadingJob,
  Review,
  Saved,
  SavedEase,
  SavedPlan,
  SelfCheck,
  SeriesTake,
  SetDrill,
  SignedIn,
  StoredLesson,
  TakeEdits,
  TakeView,
  WaitingQueue,
} from '@undulan/contract';
import type * as z from 'zod';

/**
 * A document in an answer is as it was written; that older ones are brought up to date as they are read concerns the
 * server alone.
 */
const checked = <T>(schema: z.ZodType<T>): z.ZodType<T, T> => schema as z.ZodType<T, T>;

/**
 * What each answer must look like, by the contract: looked at in development and in tests, and left out of what people
 * fetch.
 */
export const SCHEMAS = import.meta.env.PROD
  ? undefined
  : {
      session: checked(SignedIn),
      demoAccounts: checked(DemoAccounts),
      signIn: checked(SignedIn),
      openSessions: checked(OpenSession.array()),
      overview: checked(CourseOverview),
      learnerCourse: checked(LearnerCourse),
      createExercise: checked(Created),
      drills: checked(DrillRun.array()),
      classDrills: checked(LearnerDrills.array()),
      setDrills: checked(SetDrill.array()),
      setDrill: checked(SetDrill),
      keepDrill: checked(DrillRun),
      openClasses: checked(ClassSession.array()),
      classEntry: checked(ClassEntry),
      openClass: checked(ClassSession),
      lessons: checked(LessonSummary.array()),
      lesson: checked(StoredLesson),
      createLesson: checked(Created),
      saveLesson: checked(Saved),
      setting: checked(ExerciseSetting),
      saveExercise: checked(Saved),
      assignment: checked(Assignment),
      beginDraft: checked(Created),
      draft: checked(Draft),
      saveDraft: checked(Saved),
      handIn: checked(Created),
      checkDraft: checked(SelfCheck),
      checkTake: checked(SelfCheck.nullable()),
      plans: checked(SavedPlan.array()),
      savePlan: checked(Created),
      eases: checked(SavedEase.array()),
      saveEase: checked(Created),
      take: checked(TakeView),
      takeEdits: checked(TakeEdits),
      review: checked(Review.nullable()),
      series: checked(SeriesTake.array()),
      waiting: checked(WaitingQueue),
      readAll: checked(ReadingJob),
      readingJob: checked(ReadingJob),
      saveReview: checked(Saved),
      returnReview: checked(Saved),
      addNote: checked(Created),
      replyToNote: checked(Created),
      keepPicture: checked(Created),
      pictures: checked(CoursePicture.array()),
      phrases: checked(Phrase.array()),
      keepPhrase: checked(Created),
    };
