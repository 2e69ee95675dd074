import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

/** Drills that people did in a course, with every answer. */
export const drills: Migration = {
  name: '0017-drills',
  up: async (tables) => {
    await tables.createTable('drill_runs', {
      id,
      courseId: reference('courses'),
      personId: reference('people'),
      choice: { type: DataTypes.STRING(32), allowNull: false },
      seed: { type: DataTypes.BIGINT, allowNull: false },
      answers: { type: DataTypes.JSON, allowNull: false },
      ...times,
    });
    await tables.addIndex('drill_runs', { fields: ['courseId', 'personId'] });
  },
};
