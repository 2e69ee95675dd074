import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** What a learner says of a take when handing it in. */
export const wordsOfTakes: Migration = {
  name: '0011-words-of-takes',
  up: async (tables) => {
    await tables.addColumn('takes', 'title', { type: DataTypes.STRING(120), allowNull: false, defaultValue: '' });
    await tables.addColumn('takes', 'tags', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('takes', 'note', { type: DataTypes.TEXT, allowNull: true });
  },
};
