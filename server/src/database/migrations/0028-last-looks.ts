import type { Migration } from '../migration.ts';
import { time } from './columns.ts';

/** When someone last looked at a course, so that what is new since can be told. */
export const lastLooks: Migration = {
  name: '0028-last-looks',
  up: async (tables) => {
    await tables.addColumn('enrolments', 'lookedAt', { ...time, allowNull: true });
  },
};
