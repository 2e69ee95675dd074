import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time } from './columns.ts';

/** Takes that learners show to others of their course, and what is remarked on them. */
export const gallery: Migration = {
  name: '0031-gallery',
  up: async (tables) => {
    await tables.createTable('shown_takes', {
      takeId: { ...reference('takes'), primaryKey: true },
      courseId: reference('courses'),
      title: { type: DataTypes.STRING(120), allowNull: false },
      tags: { type: DataTypes.JSON, allowNull: false },
      note: { type: DataTypes.TEXT, allowNull: false },
      createdAt: time,
    });
    await tables.createTable('remarks', {
      id,
      takeId: { ...reference('shown_takes'), references: { model: 'shown_takes', key: 'takeId' } },
      authorId: reference('people'),
      frame: { type: DataTypes.INTEGER, allowNull: false },
      text: { type: DataTypes.TEXT, allowNull: false },
      createdAt: time,
    });
  },
};
