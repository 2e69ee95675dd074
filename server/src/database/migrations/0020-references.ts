import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { reference, times } from './columns.ts';

/** Footage and sound under the work: clips of a course, and where they lie on whose ruler. */
export const references: Migration = {
  name: '0020-references',
  up: async (tables) => {
    await tables.changeColumn('clips', 'exerciseId', { type: DataTypes.UUID, allowNull: true });
    await tables.addColumn('clips', 'courseId', {
      type: DataTypes.UUID,
      allowNull: true,
      references: { model: 'courses', key: 'id' },
      onDelete: 'CASCADE',
    });
    await tables.createTable('placed_references', {
      place: { type: DataTypes.STRING(120), primaryKey: true, allowNull: false },
      courseId: reference('courses'),
      exerciseId: { ...reference('exercises'), allowNull: true },
      personId: reference('people'),
      clipId: reference('clips'),
      placement: { type: DataTypes.JSON, allowNull: false },
      ...times,
    });
    await tables.addIndex('placed_references', { fields: ['clipId'] });
  },
};
