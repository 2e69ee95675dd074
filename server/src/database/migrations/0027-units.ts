import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time, times } from './columns.ts';

/** Units of a course, exercises that open at a moment or are put away, and courses that are. */
export const units: Migration = {
  name: '0027-units',
  up: async (tables) => {
    await tables.createTable('units', {
      id,
      courseId: reference('courses'),
      title: { type: DataTypes.STRING(120), allowNull: false },
      position: { type: DataTypes.INTEGER, allowNull: false },
      fromDay: { type: DataTypes.DATEONLY, allowNull: true },
      toDay: { type: DataTypes.DATEONLY, allowNull: true },
      ...times,
    });
    await tables.addColumn('exercises', 'unitId', { ...reference('units'), allowNull: true, onDelete: 'SET NULL' });
    await tables.addColumn('exercises', 'archivedAt', { ...time, allowNull: true });
    await tables.addColumn('exercises', 'removedAt', { ...time, allowNull: true });
    // When learners were told that it is open.
    await tables.addColumn('exercises', 'announcedAt', { ...time, allowNull: true });
    await tables.write('UPDATE exercises SET announcedAt = publishedAt WHERE announcedAt IS NULL');
    // Looked for every few seconds: what is to be told of now.
    await tables.addIndex('exercises', { fields: ['announcedAt', 'publishedAt'] });
    await tables.addColumn('courses', 'archivedAt', { ...time, allowNull: true });
    await tables.addColumn('courses', 'defaults', { type: DataTypes.JSON, allowNull: true });
  },
};
