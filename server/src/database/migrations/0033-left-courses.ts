import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time } from './columns.ts';

/** Who was in a course and has left it: what they handed in stays theirs to see. */
export const leftCourses: Migration = {
  name: '0033-left-courses',
  up: async (tables) => {
    await tables.createTable('left_courses', {
      id,
      courseId: reference('courses'),
      personId: reference('people'),
      inLedger: { type: DataTypes.BOOLEAN, allowNull: false },
      createdAt: time,
    });
    await tables.addIndex('left_courses', { fields: ['courseId', 'personId'], unique: true });
  },
};
