import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** What a class's view needs of a reading, written with it; of readings that are there it is made when it is needed. */
export const digests: Migration = {
  name: '0021-digests',
  up: async (tables) => {
    await tables.addColumn('readings', 'digest', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('readings', 'digestVersion', { type: DataTypes.INTEGER, allowNull: true });
  },
};
