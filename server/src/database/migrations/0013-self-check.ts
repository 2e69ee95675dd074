import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** Whether learners may have their work checked, for who asks for a take without the exercise's documents. */
export const selfCheckFact: Migration = {
  name: '0013-self-check',
  up: async (tables) => {
    await tables.addColumn('exercises', 'selfCheck', {
      type: DataTypes.BOOLEAN,
      allowNull: false,
      defaultValue: false,
    });
  },
};
