import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, time } from './columns.ts';

/** Tokens by which a person's own scripts come in. */
export const accessTokens: Migration = {
  name: '0029-access-tokens',
  up: async (tables) => {
    await tables.createTable('access_tokens', {
      id,
      personId: reference('people'),
      name: { type: DataTypes.STRING(60), allowNull: false },
      scope: { type: DataTypes.STRING(16), allowNull: false },
      tokenHash: { type: DataTypes.CHAR(64), allowNull: false, unique: true },
      usedAt: { ...time, allowNull: true },
      createdAt: time,
    });
  },
};
