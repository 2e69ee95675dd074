import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import { id, reference, times } from './columns.ts';

const fps = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 24 };

/** Drills of more kinds, of one fault alone, and set by an instructor. */
export const setDrills: Migration = {
  name: '0018-set-drills',
  up: async (tables) => {
    await tables.addColumn('drill_runs', 'kind', { type: DataTypes.STRING(32), allowNull: false, defaultValue: '' });
    if (await tables.hasColumn('drill_runs', 'choice')) {
      await tables.write('UPDATE drill_runs SET kind = choice');
      await tables.removeColumn('drill_runs', 'choice');
    }
    await tables.addColumn('drill_runs', 'fault', { type: DataTypes.STRING(32), allowNull: true });
    await tables.addColumn('drill_runs', 'fps', fps);
    await tables.createTable('set_drills', {
      id,
      courseId: reference('courses'),
      kind: { type: DataTypes.STRING(32), allowNull: false },
      fault: { type: DataTypes.STRING(32), allowNull: true },
      fps,
      dueAt: { type: DataTypes.DATE(3), allowNull: true },
      ...times,
    });
    await tables.addIndex('set_drills', { fields: ['courseId'] });
  },
};
