import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

/** Links by which people join a course. */
export const invitations: Migration = {
  name: '0022-invitations',
  up: async (tables) => {
    await tables.createTable('invitations', {
      id,
      courseId: reference('courses'),
      authorId: reference('people'),
      code: { type: DataTypes.CHAR(24), allowNull: false, unique: true },
      role: { type: DataTypes.STRING(16), allowNull: false },
      places: { type: DataTypes.INTEGER, allowNull: false },
      used: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      endsAt: { type: DataTypes.DATE(3), allowNull: false },
      ...times,
    });
  },
};
