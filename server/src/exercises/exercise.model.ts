import { type Accepted, type ExerciseDetails, type ExerciseTerms, targetOf } from '@undulan/contract';
import { type Limits, type MotionDocument, type Target, type Tolerances, upgradeMotion } from '@undulan/core';
import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  Op,
  type Sequelize,
  type WhereOptions,
} from 'sequelize';
import { CourseModel } from '../courses/course.model.ts';
import { motionColumn } from '../database/motion-column.ts';
import { targetHash } from '../targets/target-hash.ts';

export class ExerciseModel extends Model<InferAttributes<ExerciseModel>, InferCreationAttributes<ExerciseModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare position: number;
  declare title: string;
  declare brief: string;
  declare tolerances: Tolerances;
  declare modelShown: ExerciseDetails['modelShown'];
  declare terms: ExerciseTerms | null;
  /** The model motion. */
  declare motion: MotionDocument;
  /** The number of the last step that is done and not undone. */
  declare stepsDone: number;
  declare version: number;
  /** From when on learners see it; of one that is set for later, a moment to come. */
  declare publishedAt: Date | null;
  /** When they were told. */
  declare announcedAt: CreationOptional<Date | null>;
  declare unitId: CreationOptional<string | null>;
  /** Put away: it is on no list but that of those put away, and learners do not see it. */
  declare archivedAt: CreationOptional<Date | null>;
  /** Put away to go for good after a while. */
  declare removedAt: CreationOptional<Date | null>;
  /** Begun blank and never changed: it is on no list, and goes after a day. */
  declare blank: CreationOptional<boolean>;
  /**
   * What of the motion and the terms is asked for without them: by lists, and at every save of a draft; and the name of
   * the target.
   */
  declare rateNum: number;
  declare rateDen: number;
  declare firstFrame: number;
  declare lastFrame: number;
  declare targetHash: string;
  declare dueAt: Date | null;
  declare latePolicy: ExerciseDetails['latePolicy'] | null;
  declare mayChange: Limits | null;
  declare selfCheck: CreationOptional<boolean>;
  declare accepts: CreationOptional<Accepted>;
  declare course?: NonAttribute<CourseModel>;

  /** Learners see it now. */
  get isOpen(): NonAttribute<boolean> {
    return this.publishedAt !== null && this.publishedAt <= new Date() && !this.archivedAt;
  }

  get details(): NonAttribute<ExerciseDetails> {
    return {
      title: this.title,
      brief: this.brief,
      tolerances: this.tolerances,
      modelShown: this.modelShown,
      ...this.terms,
    };
  }

  get target(): NonAttribute<Target> {
    return targetOf(this.motion, this.details);
  }
}

/** Exercises that are on a course's lists. */
export const LISTED = { blank: false, archivedAt: null };

/** Those of them that learners see now. */
export const openNow = (): WhereOptions<ExerciseModel> => ({ ...LISTED, publishedAt: { [Op.lte]: new Date() } });

/** What of an exercise says whether it is open. */
export const OPENNESS = ['publishedAt', 'archivedAt'] as const;

/** The documents of an exercise: what only those read who show or change it whole. */
export const EXERCISE_DOCUMENTS: readonly (keyof InferAttributes<ExerciseModel>)[] = ['motion', 'terms', 'brief'];

type WorkColumns =
  | 'title'
  | 'brief'
  | 'tolerances'
  | 'modelShown'
  | 'terms'
  | 'motion'
  | 'rateNum'
  | 'rateDen'
  | 'firstFrame'
  | 'lastFrame'
  | 'targetHash'
  | 'dueAt'
  | 'latePolicy'
  | 'mayChange'
  | 'selfCheck'
  | 'accepts';

/**
 * Work as the table keeps it: its motion, of its details what every exercise says in columns of its own and the rest as
 * its terms, and what lists show.
 */
export function workColumns(motion: MotionDocument, details: ExerciseDetails): Pick<ExerciseModel, WorkColumns> {
  const { title, brief, tolerances, modelShown, ...terms } = details;
  const { rate, range } = motion;
  return {
    title,
    brief,
    tolerances,
    modelShown,
    terms,
    motion,
    rateNum: rate.num,
    rateDen: rate.den,
    firstFrame: range.first,
    lastFrame: range.last,
    targetHash: targetHash(targetOf(motion, details)),
    dueAt: terms.dueAt ? new Date(terms.dueAt) : null,
    latePolicy: terms.latePolicy ?? null,
    mayChange: terms.mayChange ?? null,
    selfCheck: terms.selfCheck ?? false,
    accepts: terms.accepts ?? 'keyed',
  };
}

/** Terms as an older program wrote them, the motions of their alternatives brought up to date. */
function upgradeTerms(terms: ExerciseTerms | null): ExerciseTerms | null {
  return terms?.alternatives
    ? {
        ...terms,
        alternatives: terms.alternatives.map((one) => ({
          ...one,
          motion: upgradeMotion(one.motion) as MotionDocument,
        })),
      }
    : terms;
}

export function initExerciseModel(sequelize: Sequelize): void {
  ExerciseModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      position: DataTypes.INTEGER,
      title: DataTypes.STRING(120),
      brief: DataTypes.TEXT,
      tolerances: DataTypes.JSON,
      modelShown: DataTypes.STRING(32),
      terms: {
        type: DataTypes.JSON,
        get(this: ExerciseModel) {
          return upgradeTerms(this.getDataValue('terms'));
        },
      },
      motion: motionColumn(),
      stepsDone: DataTypes.INTEGER,
      version: DataTypes.INTEGER,
      publishedAt: DataTypes.DATE(3),
      announcedAt: DataTypes.DATE(3),
      unitId: DataTypes.UUID,
      archivedAt: DataTypes.DATE(3),
      removedAt: DataTypes.DATE(3),
      blank: { type: DataTypes.BOOLEAN, defaultValue: false },
      rateNum: DataTypes.INTEGER,
      rateDen: DataTypes.INTEGER,
      firstFrame: DataTypes.INTEGER,
      lastFrame: DataTypes.INTEGER,
      targetHash: DataTypes.CHAR(64),
      dueAt: DataTypes.DATE(3),
      latePolicy: DataTypes.STRING(16),
      mayChange: DataTypes.JSON,
      selfCheck: { type: DataTypes.BOOLEAN, defaultValue: false },
      accepts: { type: DataTypes.STRING(16), defaultValue: 'keyed' },
    },
    { sequelize, tableName: 'exercises', modelName: 'exercise' },
  );
  ExerciseModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
}
