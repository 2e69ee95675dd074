import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, time } from './columns.ts';

/** The code by which a new installation gets its first account. */
export const firstSetUp: Migration = {
  name: '0023-first-set-up',
  up: async (tables) => {
    await tables.createTable('first_set_up', {
      id: { ...id, type: DataTypes.TINYINT },
      code: { type: DataTypes.CHAR(24), allowNull: false },
      createdAt: time,
    });
  },
};
