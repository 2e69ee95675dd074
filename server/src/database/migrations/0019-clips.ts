import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

/** Clips, in pieces as they came, and what was followed in that of a take. */
export const clips: Migration = {
  name: '0019-clips',
  up: async (tables) => {
    await tables.createTable('clips', {
      id,
      exerciseId: reference('exercises'),
      ownerId: reference('people'),
      name: { type: DataTypes.STRING(255), allowNull: false },
      type: { type: DataTypes.STRING(32), allowNull: true },
      size: { type: DataTypes.INTEGER.UNSIGNED, allowNull: false },
      received: { type: DataTypes.INTEGER.UNSIGNED, allowNull: false },
      hash: { type: DataTypes.CHAR(64), allowNull: false },
      whole: { type: DataTypes.BOOLEAN, allowNull: false },
      ...times,
    });
    await tables.createTable('clip_pieces', {
      clipId: { ...reference('clips'), primaryKey: true },
      start: { type: DataTypes.INTEGER.UNSIGNED, allowNull: false, primaryKey: true },
      size: { type: DataTypes.INTEGER.UNSIGNED, allowNull: false },
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
    });
    await tables.addColumn('takes', 'clipId', {
      type: DataTypes.UUID,
      allowNull: true,
      references: { model: 'clips', key: 'id' },
      onDelete: 'SET NULL',
    });
    await tables.addColumn('takes', 'followed', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('exercises', 'accepts', {
      type: DataTypes.STRING(16),
      allowNull: false,
      defaultValue: 'keyed',
    });
  },
};
