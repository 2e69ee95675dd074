import { upgradeMotion } from '@undulan/core';
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
