import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/**
 * Pictures may be for a scene too: whoever put one there, and what tells whether the course keeps the same already
 * (SHA-256 of its bytes as they came). Null for those of briefs.
 */
export const scenePictures: Migration = {
  name: '0014-scene-pictures',
  up: async (tables) => {
    await tables.addColumn('pictures', 'ownerId', { type: DataTypes.UUID, allowNull: true });
    await tables.addColumn('pictures', 'hash', { type: DataTypes.CHAR(64), allowNull: true });
    await tables.addIndex('pictures', { fields: ['courseId', 'hash'] });
  },
};
