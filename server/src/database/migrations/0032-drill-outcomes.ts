import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';

/** What came of each drill: worked out once. Of those done before it is written when it is first asked for. */
export const drillOutcomes: Migration = {
  name: '0032-drill-outcomes',
  up: async (tables) => {
    await tables.addColumn('drill_runs', 'outcome', { type: DataTypes.JSON, allowNull: true });
  },
};
