import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time, times } from './columns.ts';

/**
 * Terms of exercises, grades and decisions of reviews, what notes are pinned to, replies, phrases, and jobs that read
 * takes again.
 */
export const reviews: Migration = {
  name: '0005-reviews',
  up: async (tables) => {
    await tables.addColumn('exercises', 'terms', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('reviews', 'criteria', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('reviews', 'decisions', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('reviews', 'again', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
    await tables.addColumn('notes', 'pinned', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('notes', 'done', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
    await tables.createTable('replies', {
      id,
      noteId: reference('notes'),
      authorId: reference('people'),
      text: { type: DataTypes.TEXT, allowNull: false },
      ...times,
    });
    await tables.createTable('phrases', {
      id,
      authorId: reference('people'),
      text: { type: DataTypes.TEXT, allowNull: false },
      ...times,
    });
    await tables.createTable('reading_jobs', {
      id,
      exerciseId: reference('exercises'),
      total: { type: DataTypes.INTEGER, allowNull: false },
      done: { type: DataTypes.INTEGER, allowNull: false },
      failed: { type: DataTypes.INTEGER, allowNull: false },
      state: { type: DataTypes.STRING(16), allowNull: false },
      startedAt: time,
      ...times,
    });
  },
};
