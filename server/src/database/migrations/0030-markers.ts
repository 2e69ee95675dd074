import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** A third role in a course: who reviews and sets nothing. */
export const markers: Migration = {
  name: '0030-markers',
  up: async (tables) => {
    await tables.changeColumn('enrolments', 'role', { type: DataTypes.STRING(16), allowNull: false });
  },
};
