import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** How each person writes numbers: with a decimal point or a decimal comma. */
export const decimalMarks: Migration = {
  name: '0034-decimal-marks',
  up: async (tables) => {
    await tables.addColumn('people', 'decimalMark', { type: DataTypes.CHAR(1), allowNull: false, defaultValue: '.' });
  },
};
