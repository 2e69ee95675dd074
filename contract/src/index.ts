export {
  CourseRole,
  Side,
  Credentials,
  NewPassword,
  OpenSession,
  Person,
  DemoAccounts,
  DecimalMark,
  NumberChoice,
  ShortcutChoices,
  SIGNED_IN_MARK,
} from './people.ts';
export { ACCEPTED, Accepted, ClipLimits, USUAL_CLIP_LIMITS } from './clip-terms.ts';
export { FollowedClip, FollowClip, HandInClip, TakeClip } from './clips.ts';
export { Problem, PROBLEMS, problemType } from './problem.ts';
export type { ProblemName } from './problem.ts';
export {
  ModelShown,
  LatePolicy,
  ExerciseTerms,
  ExerciseDetails,
  targetOf,
  Work,
  StoredWork,
  ChangeWork,
  SaveWork,
  Saved,
} from './work.ts';
export {
  Arrangement,
  CourseCopy,
  CourseDefaults,
  Publication,
  PutAway,
  Unit,
  CourseSummary,
  SignedIn,
  TakeState,
  ReadingState,
  TakeWords,
  TakeSummary,
  DraftSummary,
  ExerciseSummary,
  Standing,
  CourseOverview,
  WaitingTake,
  WaitingQueue,
  WAITING_PAGE,
  OpenExercise,
  LearnerCourse,
} from './courses.ts';
export {
  NewExercise,
  Created,
  ReadingJob,
  ExerciseSetting,
  Assignment,
  NewDraft,
  Draft,
  HandIn,
  SelfCheck,
  CoursePicture,
  KeptPicture,
} from './exercises.ts';
export {
  CourseName,
  CoursePeople,
  FirstSetUp,
  Invitation,
  InvitedTo,
  Joined,
  NewAccount,
  MOST_ON_ROSTER,
  NewInvitation,
  RoleChoice,
  OnRoster,
  Roster,
  RosterInvited,
  SetUpState,
} from './invitations.ts';
export { ChangeAccount, LeaveAll, LeftCourse, StayInLedger } from './account.ts';
export { Activity, ExercisePicture, Happening } from './activity.ts';
export { LEAST_BEHIND, Ledger, LedgerDrill, LedgerExercise, LedgerTake, OwnLedger, UsedNote } from './ledger.ts';
export {
  AdministratorChoice,
  Deed,
  Forgotten,
  InstallationCourse,
  InstallationPeople,
  InstallationPerson,
  InstallationState,
  PasswordByLink,
  PasswordLink,
  PasswordLinkOf,
  PEOPLE_PAGE,
} from './installation.ts';
export { openApi, type Operation, OPERATIONS } from './open-api.ts';
export { AccessToken, MadeToken, NewToken, TokenScope } from './tokens.ts';
export { Gallery, GalleryItem, NewRemark, Remark, Shown, ShowTake, ShownTake } from './gallery.ts';
export { MAIL_KINDS, MailChoices, MailKind, Outbox, OutboxMessage } from './mail.ts';
export { NewPlan, SavedPlan } from './plans.ts';
export { NewEase, SavedEase } from './eases.ts';
export {
  Note,
  NoteText,
  NoteDone,
  Reply,
  ReplyText,
  Stroke,
  STROKE_KINDS,
  Ghost,
  Drawing,
  Decision,
  ReviewText,
  Review,
  TakeView,
  TakeEdits,
  type ReviewedTake,
  SeriesTake,
  ReturnReview,
  NewPhrase,
  Phrase,
} from './takes.ts';
export { CopyLesson, LessonOrder, LessonSummary, NewLesson, SaveLesson, StoredLesson } from './lessons.ts';
export {
  Ask,
  AskReply,
  AskSettings,
  CLASS_MESSAGES,
  ClassEntry,
  ClassPlay,
  ClassSession,
  ClassState,
  ClassView,
  LanesLaid,
  NewAsk,
  NewClassSession,
} from './class-sessions.ts';
export type { ClassAnswer, ClassEvents, ClassMessage } from './class-sessions.ts';
export {
  DrillAnswer,
  DrillResult,
  DrillRun,
  LearnerDrills,
  MOST_TRIALS,
  NewDrillRun,
  NewSetDrill,
  SetDrill,
} from './drills.ts';
export {
  ChangeReference,
  MOST_REFERENCE_MEGABYTES,
  PlacedReference,
  PlaceReference,
  References,
} from './references.ts';
