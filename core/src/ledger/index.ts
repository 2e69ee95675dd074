// What the takes of a class say together: what is common, how far off it is, and what would be taught next.
export { type ClassTake, type ReadTake, runsOf, takesAt } from './class-takes.ts';
export { Digest, DIGEST_VERSION, digestOf } from './digest.ts';
export type { Fault } from './digest.ts';
export { barsOf, commonFaults, measureOf, CLASS_MEASURES, offsOf, overTime } from './figures.ts';
export type { Bar, CommonFault, ClassMeasure, Off, OverTime } from './figures.ts';
export { drillsOverTime } from './drills-over-time.ts';
export type { SeenByLearner, SeenInPeriod } from './drills-over-time.ts';
export { ownCourse } from './own-course.ts';
export type { OwnCourse, OwnFault } from './own-course.ts';
export { Quartiles, quartilesOf } from './quartiles.ts';
export { leastLearners, teachNext } from './teach-next.ts';
export type { TeachNext } from './teach-next.ts';
export { lessonFor } from './lesson-for.ts';
export { worthALook } from './worth-a-look.ts';
export type { KeyTolerances, WorthALook } from './worth-a-look.ts';
