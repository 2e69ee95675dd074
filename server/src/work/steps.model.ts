import type { Step } from '@undulan/core';
import { DataTypes, Model, type ModelStatic, type Sequelize } from 'sequelize';
import { DraftModel } from '../drafts/draft.model.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';

/** One undoable step of some work, under its number. */
interface StepRow extends Model {
  number: number;
  step: Step;
  bytes: number;
}

/** A table of the steps of one kind of work, and the column that says whose they are. */
export interface StepTable {
  model: ModelStatic<StepRow>;
  owner: string;
}

class DraftStepModel extends Model {}
class ExerciseStepModel extends Model {}

export const DRAFT_STEPS: StepTable = { model: DraftStepModel as unknown as ModelStatic<StepRow>, owner: 'draftId' };
export const EXERCISE_STEPS: StepTable = {
  model: ExerciseStepModel as unknown as ModelStatic<StepRow>,
  owner: 'exerciseId',
};

export function initStepModels(sequelize: Sequelize): void {
  const columns = (owner: string) => ({
    [owner]: { type: DataTypes.UUID, primaryKey: true },
    number: { type: DataTypes.INTEGER, primaryKey: true },
    step: DataTypes.JSON,
    bytes: DataTypes.INTEGER,
  });
  DraftStepModel.init(columns('draftId'), {
    sequelize,
    tableName: 'draft_steps',
    modelName: 'draftStep',
    timestamps: false,
  });
  ExerciseStepModel.init(columns('exerciseId'), {
    sequelize,
    tableName: 'exercise_steps',
    modelName: 'exerciseStep',
    timestamps: false,
  });
  DraftStepModel.belongsTo(DraftModel, { foreignKey: 'draftId' });
  ExerciseStepModel.belongsTo(ExerciseModel, { foreignKey: 'exerciseId' });
}
