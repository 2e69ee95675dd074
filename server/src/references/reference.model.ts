import type { Placement } from '@undulan/core';
import {
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  type Sequelize,
} from 'sequelize';
import { ClipModel } from '../clips/clip.model.ts';

/** A reference on a ruler: of an exercise, of someone who does it, or of someone's Planner. */
export class PlacedReferenceModel extends Model<
  InferAttributes<PlacedReferenceModel>,
  InferCreationAttributes<PlacedReferenceModel>
> {
  /** Whose ruler it lies on; there is one on each. */
  declare place: string;
  declare courseId: ForeignKey<string>;
  declare exerciseId: ForeignKey<string> | null;
  /** Who laid it there. */
  declare personId: ForeignKey<string>;
  declare clipId: ForeignKey<string>;
  declare placement: Placement;
  declare clip?: NonAttribute<ClipModel>;
}

/** The ruler of an exercise itself: what lies on it is given to everyone who may see the exercise. */
export const rulerOfExercise = (exerciseId: string): string => `exercise:${exerciseId}`;
export const rulerOfLearner = (exerciseId: string, personId: string): string => `bench:${exerciseId}:${personId}`;
export const rulerOfPlanner = (courseId: string, personId: string): string => `planner:${courseId}:${personId}`;

export function initReferenceModel(sequelize: Sequelize): void {
  PlacedReferenceModel.init(
    {
      place: { type: DataTypes.STRING(120), primaryKey: true },
      courseId: DataTypes.UUID,
      exerciseId: DataTypes.UUID,
      personId: DataTypes.UUID,
      clipId: DataTypes.UUID,
      placement: DataTypes.JSON,
    },
    { sequelize, tableName: 'placed_references', modelName: 'placedReference' },
  );
  PlacedReferenceModel.belongsTo(ClipModel, { foreignKey: 'clipId', as: 'clip' });
}
