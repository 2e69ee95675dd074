import { createHash } from 'node:crypto';
import type { Decision } from '@undulan/contract';
import { findingKey, type MotionDocument, placeWhole, type Reading } from '@undulan/core';
import type { Sequelize, Transaction } from 'sequelize';
import sharp from 'sharp';
import { ClipModel, ClipPieceModel } from '../clips/clip.model.ts';
import { laidOver } from '../clips/clips.service.ts';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { withLock } from '../database/lock.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { DrillRunModel, SetDrillModel } from '../drills/drill.model.ts';
import { EaseModel } from '../eases/ease.model.ts';
import { ExerciseModel, workColumns } from '../exercises/exercise.model.ts';
import { RemarkModel, ShownTakeModel } from '../gallery/gallery.model.ts';
import { lessonColumns, LessonModel } from '../lessons/lesson.model.ts';
import { tellHandedIn, tellReturned } from '../mail/events.ts';
import { hashPassword } from '../people/passwords.ts';
import { PersonModel } from '../people/person.model.ts';
import { PhraseModel } from '../phrases/phrase.model.ts';
import { PictureModel } from '../pictures/picture.model.ts';
import { readColumns } from '../readings/read-columns.ts';
import read from '../readings/read-worker.ts';
import { ReadingModel } from '../readings/reading.model.ts';
import { PlacedReferenceModel, rulerOfExercise } from '../references/reference.model.ts';
import { type Followed, NoteModel, ReplyModel, ReviewModel, TakeModel } from '../takes/take.model.ts';
import { keepTarget } from '../targets/target.model.ts';
import { DEMO_CLIPS, type DemoClip } from './demo-clips.ts';
import { DEMO_DRILLS, DEMO_SET_DRILL } from './demo-drills.ts';
import { DEMO_COURSE, DEMO_INSTRUCTOR, DEMO_LEARNERS, DEMO_PASSWORD, type DemoLearner } from './demo-people.ts';
import { DEMO_REFERENCES, type DemoReference } from './demo-references.ts';
import type { DemoExercise } from './demo-scene.ts';
import { DEMO_SHOWN } from './demo-shown.ts';
import { PLATE_SVG } from './kitchen-looks.ts';
import { DEMO_EXERCISES, type DemoExerciseName } from './kitchen-scenes.ts';
import { DEMO_DRAFTS, DEMO_EASES, DEMO_PHRASES, DEMO_TAKES, type DemoNote, type DemoTake } from './kitchen-work.ts';
import { DEMO_LESSONS } from './lessons/index.ts';
import { PLATE_PICTURE_ID } from './made-scenes.ts';

const DAY_MS = 24 * 60 * 60 * 1000;

interface Loaded {
  courseId: string;
  instructorId: string;
  learnerIds: Map<DemoLearner, string>;
  exercises: Map<DemoExerciseName, ExerciseModel>;
  transaction: Transaction;
}

/** Loads the demo course if nobody has an account yet. */
export async function loadDemoIntoEmpty(sequelize: Sequelize): Promise<void> {
  await withLock(sequelize, 'undulan-demo', async () => {
    if ((await PersonModel.count()) > 0) return;
    await sequelize.transaction(async (transaction) => {
      const loaded = await loadCourse(transaction);
      for (const take of DEMO_TAKES) await loadTake(loaded, take);
      for (const clip of DEMO_CLIPS) await loadClip(loaded, clip);
      await loadDrills(loaded);
      for (const reference of DEMO_REFERENCES) await loadReference(loaded, reference);
      for (const { learner, exercise, motion } of DEMO_DRAFTS) {
        const owned = { exerciseId: loaded.exercises.get(exercise)!.id, learnerId: loaded.learnerIds.get(learner)! };
        const number = (await TakeModel.count({ where: owned, transaction })) + 1;
        await DraftModel.create(
          { ...owned, name: `Draft of take ${number}`, motion, stepsDone: 0, version: 1 },
          { transaction },
        );
      }
      await loadMessages(loaded);
      await loadGallery(loaded);
    });
  });
}

/** When everyone last looked at the course. */
const LOOKED_DAYS_AGO = 4;

/** Takes that learners show, and what the others remark. */
async function loadGallery({ courseId, exercises, learnerIds, transaction }: Loaded): Promise<void> {
  for (const { learner, exercise, remarks, ...words } of DEMO_SHOWN) {
    const of = { learnerId: learnerIds.get(learner)!, exerciseId: exercises.get(exercise)!.id };
    const take = await TakeModel.findOne({ where: of, attributes: ['id'], order: [['number', 'DESC']], transaction });
    await ShownTakeModel.create({ takeId: take!.id, courseId, ...words, createdAt: daysBefore(2) }, { transaction });
    await RemarkModel.bulkCreate(
      remarks.map(({ by, ...remark }, i) => ({
        ...remark,
        takeId: take!.id,
        authorId: learnerIds.get(by)!,
        createdAt: new Date(daysBefore(1).getTime() + i * 1000),
      })),
      { transaction },
    );
  }
}

/** How many of the newest returned takes their learners are told of. */
const TOLD_RETURNED = 3;

/** What people were told of the newest that happened, as it is in the outbox. */
async function loadMessages({ exercises, transaction }: Loaded): Promise<void> {
  const takes = await TakeModel.findAll({
    attributes: ['id', 'number', 'exerciseId', 'learnerId'],
    include: 'review',
    order: [['handedInAt', 'ASC']],
    transaction,
  });
  const exerciseOf = ({ exerciseId }: TakeModel): ExerciseModel =>
    [...exercises.values()].find(({ id }) => id === exerciseId)!;
  for (const take of takes) if (!take.review!.returnedAt) await tellHandedIn(exerciseOf(take), take, transaction);
  for (const take of takes.filter(({ review }) => review!.returnedAt).slice(-TOLD_RETURNED))
    await tellReturned({ take, exercise: exerciseOf(take) }, transaction);
}

async function loadCourse(transaction: Transaction): Promise<Loaded> {
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const course = await CourseModel.create({ title: DEMO_COURSE }, { transaction });
  const enrol = async (person: { name: string; email: string }, role: 'instructor' | 'learner'): Promise<string> => {
    const { id } = await PersonModel.create(
      { ...person, passwordHash, isDemo: true, isAdministrator: role === 'instructor' },
      { transaction },
    );
    await EnrolmentModel.create(
      { courseId: course.id, personId: id, role, createdAt: daysBefore(21), lookedAt: daysBefore(LOOKED_DAYS_AGO) },
      { transaction },
    );
    return id;
  };
  const instructorId = await enrol(DEMO_INSTRUCTOR, 'instructor');
  await EaseModel.bulkCreate(
    DEMO_EASES.map((ease) => ({ ...ease, courseId: course.id, authorId: instructorId })),
    { transaction },
  );
  await LessonModel.bulkCreate(
    DEMO_LESSONS.map((lesson, i) => ({ ...lessonColumns(lesson), courseId: course.id, position: i + 1, version: 1 })),
    { transaction },
  );
  await PhraseModel.bulkCreate(
    DEMO_PHRASES.map((text) => ({ text, authorId: instructorId })),
    { transaction },
  );
  const learnerIds = new Map<DemoLearner, string>();
  for (const [name, person] of Object.entries(DEMO_LEARNERS))
    learnerIds.set(name as DemoLearner, await enrol(person, 'learner'));
  const plate = await sharp(Buffer.from(PLATE_SVG)).png().toBuffer();
  await PictureModel.create(
    {
      id: PLATE_PICTURE_ID,
      courseId: course.id,
      type: 'image/png',
      bytes: plate,
      ownerId: instructorId,
      hash: createHash('sha256').update(plate).digest('hex'),
    },
    { transaction },
  );
  const exercises = new Map<DemoExerciseName, ExerciseModel>();
  for (const [name, { details, motion, published, dueInDays }] of Object.entries<DemoExercise>(DEMO_EXERCISES)) {
    const exercise = await ExerciseModel.create(
      {
        ...workColumns(motion, dueInDays === undefined ? details : { ...details, dueAt: endOfDay(dueInDays) }),
        courseId: course.id,
        position: exercises.size + 1,
        stepsDone: 0,
        version: 1,
        publishedAt: published ? daysBefore(14) : null,
        announcedAt: published ? daysBefore(14) : null,
      },
      { transaction },
    );
    exercises.set(name as DemoExerciseName, exercise);
  }
  return { courseId: course.id, instructorId, learnerIds, exercises, transaction };
}

/** Keeps the whole of a file as if it had been sent. Gives its id. */
async function keepClip(
  sent: Pick<ClipModel, 'ownerId' | 'exerciseId' | 'courseId' | 'name' | 'type'>,
  made: Uint8Array,
  transaction: Transaction,
): Promise<string> {
  const bytes = Buffer.from(made);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const size = bytes.length;
  const { id } = await ClipModel.create({ ...sent, size, received: size, hash, whole: true }, { transaction });
  await ClipPieceModel.create({ clipId: id, start: 0, size, bytes }, { transaction });
  return id;
}

async function loadReference(
  { courseId, instructorId, exercises, transaction }: Loaded,
  { exercise, name, type, seconds, from = 0, make }: DemoReference,
): Promise<void> {
  const sent = { ownerId: instructorId, exerciseId: null, courseId, name, type };
  const clipId = await keepClip(sent, await make(), transaction);
  const { id: exerciseId, motion } = exercises.get(exercise)!;
  const placement = { ...placeWhole(motion.range.first, seconds), fromSeconds: from };
  await PlacedReferenceModel.create(
    { place: rulerOfExercise(exerciseId), courseId, exerciseId, personId: instructorId, clipId, placement },
    { transaction },
  );
}

const daysBefore = (days: number): Date => new Date(Date.now() - days * DAY_MS);

async function loadDrills({ courseId, learnerIds, transaction }: Loaded): Promise<void> {
  const { dueInDays, setDaysAgo, ...drill } = DEMO_SET_DRILL;
  const set = { ...drill, courseId, dueAt: new Date(endOfDay(dueInDays)), createdAt: daysBefore(setDaysAgo) };
  await SetDrillModel.create(set, { transaction });
  await DrillRunModel.bulkCreate(
    DEMO_DRILLS.map(({ learner, daysAgo, ...run }) => ({
      ...run,
      courseId,
      personId: learnerIds.get(learner)!,
      createdAt: daysBefore(daysAgo),
    })),
    { transaction },
  );
}

interface HandedIn {
  takeId: string;
  handedInAt: Date;
  reading: Reading;
}

/** Keeps a learner's next take, and how it is read. */
async function handIn(
  { learnerIds, exercises, transaction }: Loaded,
  { learner, exercise: name, daysAgo }: Pick<DemoTake, 'learner' | 'exercise' | 'daysAgo'>,
  made: { motion: MotionDocument; followed?: Followed; clipId?: string },
): Promise<HandedIn> {
  const exercise = exercises.get(name)!;
  const owned = { exerciseId: exercise.id, learnerId: learnerIds.get(learner)! };
  const number = (await TakeModel.count({ where: owned, transaction })) + 1;
  const handedInAt = daysBefore(daysAgo);
  const { id: takeId } = await TakeModel.create({ ...owned, ...made, number, handedInAt }, { transaction });
  const { target } = exercise;
  const reading = read({ target, ...made });
  await ReadingModel.create(
    { takeId, targetHash: await keepTarget(target, transaction), ...readColumns(reading, target) },
    { transaction },
  );
  return { takeId, handedInAt, reading };
}

async function loadClip(loaded: Loaded, { make, ...clip }: DemoClip): Promise<void> {
  const { learnerIds, exercises, transaction } = loaded;
  const exercise = exercises.get(clip.exercise)!;
  const { bytes, followed } = await make();
  const { name, type } = clip;
  const sent = { ownerId: learnerIds.get(clip.learner)!, exerciseId: exercise.id, courseId: null, name, type };
  const clipId = await keepClip(sent, bytes, transaction);
  const { takeId } = await handIn(loaded, clip, { ...laidOver(exercise, { followed }), clipId });
  await ReviewModel.create({ takeId, grade: null, summary: '', version: 1, returnedAt: null }, { transaction });
}

async function loadTake(loaded: Loaded, take: DemoTake): Promise<void> {
  const { instructorId, learnerIds, transaction } = loaded;
  const { takeId, handedInAt, reading } = await handIn(loaded, take, { motion: take.motion });
  const learnerId = learnerIds.get(take.learner)!;
  const { returned } = take;
  const review = await ReviewModel.create(
    {
      takeId,
      instructorId: returned ? instructorId : null,
      grade: returned ? (returned.grade === 'proposed' ? reading.proposedGrade : returned.grade) : null,
      summary: returned?.summary ?? '',
      criteria: returned?.criteria ?? {},
      again: returned?.again ?? false,
      version: 1,
      returnedAt: returned ? new Date(handedInAt.getTime() + DAY_MS) : null,
    },
    { transaction },
  );
  const write = async ({ frame, text, done = false, replies = [], ...pinned }: DemoNote): Promise<string> => {
    const note = await NoteModel.create(
      {
        reviewId: review.id,
        frame,
        text,
        done,
        pinned: { lastFrame: null, subjectId: null, spot: null, drawing: null, ...pinned },
      },
      { transaction },
    );
    for (const [i, words] of replies.entries())
      await ReplyModel.create(
        {
          noteId: note.id,
          authorId: i % 2 === 0 ? learnerId : instructorId,
          text: words,
          createdAt: new Date(Math.min(Date.now(), handedInAt.getTime() + (2 + i) * DAY_MS)),
        },
        { transaction },
      );
    return note.id;
  };
  for (const note of returned?.notes ?? []) await write(note);
  if (take.begun) await review.update({ decisions: await decide(reading, take.begun, write) }, { transaction });
}

/** The decisions of a review that is begun; what is accepted becomes a note. */
async function decide(
  { findings }: Reading,
  { accept, dismiss }: NonNullable<DemoTake['begun']>,
  write: (note: DemoNote) => Promise<string>,
): Promise<Record<string, Decision>> {
  const decisions: Record<string, Decision> = {};
  for (const finding of findings) {
    const reason = dismiss[finding.kind];
    if (reason !== undefined) decisions[findingKey(finding)] = { state: 'dismissed', reason };
    if (accept.includes(finding.kind)) {
      const noteId = await write({
        frame: Math.round(finding.firstFrame),
        ...(finding.subjectId && { subjectId: finding.subjectId }),
        text: finding.sentence,
      });
      decisions[findingKey(finding)] = { state: 'accepted', noteId };
    }
  }
  return decisions;
}

function endOfDay(inDays: number): string {
  const day = new Date(Date.now() + inDays * DAY_MS);
  day.setHours(22, 0, 0, 0);
  return day.toISOString();
}
