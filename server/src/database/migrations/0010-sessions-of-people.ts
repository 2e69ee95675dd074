import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { reference } from './columns.ts';

/**
 * Whose a session is and what it was begun with, so that it can be shown and ended, and goes with its person; and old
 * counts of wrong passwords found for clearing away.
 */
export const sessionsOfPeople: Migration = {
  name: '0010-sessions-of-people',
  up: async (tables) => {
    await tables.addColumn('sessions', 'personId', { ...reference('people'), allowNull: true });
    await tables.addColumn('sessions', 'begunWith', { type: DataTypes.STRING(200), allowNull: true });
    // What was begun before cannot be told apart by person: everyone signs in once more.
    await tables.write('DELETE FROM sessions WHERE personId IS NULL');
    await tables.addIndex('sign_in_tries', { fields: ['resetsAt'] });
  },
};
