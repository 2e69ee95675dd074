import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time, times } from './columns.ts';

export const firstTables: Migration = {
  name: '0001-first-tables',
  up: async (tables) => {
    await tables.createTable('people', {
      id,
      name: { type: DataTypes.STRING(120), allowNull: false },
      email: { type: DataTypes.STRING(254), allowNull: false, unique: true },
      passwordHash: { type: DataTypes.STRING(255), allowNull: false },
      isDemo: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      ...times,
    });
    await tables.createTable('courses', { id, title: { type: DataTypes.STRING(120), allowNull: false }, ...times });
    await tables.createTable('enrolments', {
      id,
      courseId: reference('courses'),
      personId: reference('people'),
      role: { type: DataTypes.ENUM('instructor', 'learner'), allowNull: false },
      ...times,
    });
    await tables.addIndex('enrolments', { fields: ['courseId', 'personId'], unique: true });
    await tables.createTable('exercises', {
      id,
      courseId: reference('courses'),
      position: { type: DataTypes.INTEGER, allowNull: false },
      title: { type: DataTypes.STRING(120), allowNull: false },
      brief: { type: DataTypes.TEXT, allowNull: false },
      tolerances: { type: DataTypes.JSON, allowNull: false },
      modelShown: { type: DataTypes.STRING(32), allowNull: false },
      motion: { type: DataTypes.JSON, allowNull: false },
      history: { type: DataTypes.JSON, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      publishedAt: { type: DataTypes.DATE(3), allowNull: true },
      ...times,
    });
    await tables.createTable('drafts', {
      id,
      exerciseId: reference('exercises'),
      learnerId: reference('people'),
      name: { type: DataTypes.STRING(120), allowNull: false },
      motion: { type: DataTypes.JSON, allowNull: false },
      history: { type: DataTypes.JSON, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      ...times,
    });
    await tables.createTable('takes', {
      id,
      exerciseId: reference('exercises', 'RESTRICT'),
      learnerId: reference('people'),
      number: { type: DataTypes.INTEGER, allowNull: false },
      motion: { type: DataTypes.JSON, allowNull: false },
      handedInAt: time,
      ...times,
    });
    await tables.addIndex('takes', { fields: ['exerciseId', 'learnerId', 'number'], unique: true });
    await tables.createTable('readings', {
      id,
      takeId: reference('takes'),
      target: { type: DataTypes.JSON, allowNull: false },
      reading: { type: DataTypes.JSON, allowNull: false },
      ...times,
    });
    await tables.createTable('reviews', {
      id,
      takeId: { ...reference('takes'), unique: true },
      instructorId: { ...reference('people'), allowNull: true, onDelete: 'SET NULL' },
      grade: { type: DataTypes.DOUBLE, allowNull: true },
      summary: { type: DataTypes.TEXT, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      returnedAt: { type: DataTypes.DATE(3), allowNull: true },
      ...times,
    });
    await tables.createTable('notes', {
      id,
      reviewId: reference('reviews'),
      frame: { type: DataTypes.INTEGER, allowNull: false },
      text: { type: DataTypes.TEXT, allowNull: false },
      ...times,
    });
    await tables.createTable('sessions', {
      sid: { type: DataTypes.STRING(36), primaryKey: true },
      expires: { type: DataTypes.DATE, allowNull: true },
      data: { type: DataTypes.TEXT, allowNull: true },
      ...times,
    });
    await tables.createTable('sign_in_tries', {
      caller: { type: DataTypes.STRING(320), primaryKey: true },
      tries: { type: DataTypes.INTEGER, allowNull: false },
      resetsAt: time,
    });
    await tables.createTable('secrets', {
      name: { type: DataTypes.STRING(64), primaryKey: true },
      value: { type: DataTypes.STRING(255), allowNull: false },
    });
  },
};
