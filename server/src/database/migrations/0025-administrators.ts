import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time, times } from './columns.ts';

/** Who runs the installation, what they did there, and links to a new password. */
export const administrators: Migration = {
  name: '0025-administrators',
  up: async (tables) => {
    await tables.addColumn('people', 'isAdministrator', {
      type: DataTypes.BOOLEAN,
      allowNull: false,
      defaultValue: false,
    });
    await tables.createTable('deeds', {
      id,
      personId: reference('people'),
      says: { type: DataTypes.STRING(300), allowNull: false },
      createdAt: time,
    });
    await tables.addIndex('deeds', { fields: ['createdAt'] });
    await tables.createTable('password_links', {
      id,
      personId: reference('people'),
      // Of what the link ends with, its SHA-256: who reads the table cannot use it.
      codeHash: { type: DataTypes.CHAR(64), allowNull: false, unique: true },
      endsAt: time,
      ...times,
    });
  },
};
