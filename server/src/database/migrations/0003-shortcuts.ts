import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

export const shortcuts: Migration = {
  name: '0003-shortcuts',
  up: async (tables) => {
    await tables.addColumn('people', 'shortcuts', { type: DataTypes.JSON, allowNull: true });
  },
};
