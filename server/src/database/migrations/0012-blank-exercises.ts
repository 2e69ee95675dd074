import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** An exercise that was begun blank and not yet changed: nobody misses it. */
export const blankExercises: Migration = {
  name: '0012-blank-exercises',
  up: async (tables) => {
    await tables.addColumn('exercises', 'blank', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
  },
};
