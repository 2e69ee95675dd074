import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** Invitations of one person, by name and e-mail. */
export const rosters: Migration = {
  name: '0026-rosters',
  up: async (tables) => {
    await tables.addColumn('invitations', 'name', { type: DataTypes.STRING(120), allowNull: true });
    await tables.addColumn('invitations', 'email', { type: DataTypes.STRING(254), allowNull: true });
  },
};
