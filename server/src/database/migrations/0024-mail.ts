import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time } from './columns.ts';

/** What is written to people, as it goes out, and which kinds of it each of them does not want. */
export const mail: Migration = {
  name: '0024-mail',
  up: async (tables) => {
    await tables.addColumn('people', 'mailOff', { type: DataTypes.JSON, allowNull: true });
    await tables.createTable('messages', {
      id,
      // Null of someone who has no account yet.
      personId: { ...reference('people'), allowNull: true },
      courseId: { ...reference('courses'), allowNull: true },
      email: { type: DataTypes.STRING(254), allowNull: false },
      name: { type: DataTypes.STRING(120), allowNull: false },
      kind: { type: DataTypes.STRING(16), allowNull: false },
      courseTitle: { type: DataTypes.STRING(120), allowNull: false },
      lines: { type: DataTypes.JSON, allowNull: false },
      // What is said once and no more; null of all else.
      once: { type: DataTypes.STRING(160), allowNull: true, unique: true },
      goesAt: time,
      sentAt: { ...time, allowNull: true },
      attempts: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      problem: { type: DataTypes.STRING(300), allowNull: true },
      createdAt: time,
    });
    await tables.addIndex('messages', { fields: ['sentAt', 'goesAt'] });
    await tables.addIndex('messages', { fields: ['createdAt'] });
  },
};
