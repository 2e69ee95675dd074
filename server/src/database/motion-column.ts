import { upgradeMotion, type MotionDocument, type Target } from '@undulan/core';
import { DataTypes, type Model, type ModelAttributeColumnOptions } from 'sequelize';

/** A column of motion documents: those written by an older program are brought up to date as they are read. */
export function motionColumn(): ModelAttributeColumnOptions<Model> {
  return {
    type: DataTypes.JSON,
    get(this: Model) {
      return upgradeMotion(this.getDataValue('motion'));
    },
  };
}

/** As `motionColumn`, for the target of a reading. */
export function targetColumn(): ModelAttributeColumnOptions<Model> {
  return {
    type: DataTypes.JSON,
    get(this: Model) {
      const target = this.getDataValue('target') as Target;
      return { ...target, motion: upgradeMotion(target.motion) as MotionDocument };
    },
  };
}
