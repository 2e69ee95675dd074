import { type MotionDocument, type Target, upgradeMotion } from '@undulan/core';
import { DataTypes } from 'sequelize';
import { targetHash } from '../../targets/target-hash.ts';
import type { Migration } from '../migration.ts';
import { time } from './columns.ts';

/**
 * Targets are kept once, by what they say; a reading is asked for, and made by whichever copy of the server takes it
 * up.
 */
export const readingQueue: Migration = {
  name: '0007-reading-queue',
  up: async (tables) => {
    await tables.createTable('targets', {
      hash: { type: DataTypes.CHAR(64), primaryKey: true },
      target: { type: DataTypes.JSON, allowNull: false },
      createdAt: time,
    });
    await tables.addColumn('readings', 'targetHash', { type: DataTypes.CHAR(64), allowNull: true });
    await tables.addColumn('readings', 'state', { type: DataTypes.STRING(16), allowNull: false, defaultValue: 'read' });
    await tables.addColumn('readings', 'version', { type: DataTypes.INTEGER, allowNull: true });
    await tables.addColumn('readings', 'findingsCount', { type: DataTypes.INTEGER, allowNull: true });
    await tables.addColumn('readings', 'proposedGrade', { type: DataTypes.DOUBLE, allowNull: true });
    await tables.addColumn('readings', 'problem', { type: DataTypes.STRING(300), allowNull: true });
    await tables.addColumn('readings', 'jobId', { type: DataTypes.UUID, allowNull: true });
    await tables.addColumn('readings', 'claim', { type: DataTypes.UUID, allowNull: true });
    await tables.addColumn('readings', 'claimedAt', { type: DataTypes.DATE(3), allowNull: true });
    await tables.addColumn('readings', 'attempts', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 });
    await tables.changeColumn('readings', 'reading', { type: DataTypes.JSON, allowNull: true });
    if (await tables.hasColumn('readings', 'target')) {
      for (const { id } of await tables.read<{ id: string }>('SELECT id FROM readings WHERE targetHash IS NULL')) {
        const [row] = await tables.read<{ target: Target }>('SELECT target FROM readings WHERE id = :id', { id });
        const target = { ...row!.target, motion: upgradeMotion(row!.target.motion) as MotionDocument };
        const hash = targetHash(target);
        await tables.write('INSERT IGNORE INTO targets (hash, target, createdAt) VALUES (:hash, :target, NOW(3))', {
          hash,
          target: JSON.stringify(target),
        });
        await tables.write('UPDATE readings SET targetHash = :hash WHERE id = :id', { hash, id });
      }
    }
    await tables.write(
      `UPDATE readings SET version = JSON_VALUE(reading, '$.version'),
         findingsCount = JSON_LENGTH(reading, '$.findings'),
         proposedGrade = JSON_VALUE(reading, '$.proposedGrade')
       WHERE state = 'read' AND version IS NULL`,
    );
    await tables.changeColumn('readings', 'targetHash', { type: DataTypes.CHAR(64), allowNull: false });
    await tables.removeColumn('readings', 'target');
    await tables.addIndex('readings', { fields: ['takeId', 'createdAt'] });
    await tables.addIndex('readings', { fields: ['state', 'createdAt'] });
    await tables.addIndex('readings', { fields: ['jobId', 'state'] });
    // The exercise while its job runs, else nothing: so there is one running job an exercise.
    await tables.addColumn('reading_jobs', 'runningFor', { type: DataTypes.UUID, allowNull: true });
    await tables.write("UPDATE reading_jobs SET state = 'cancelled' WHERE state = 'running' AND runningFor IS NULL");
    await tables.addIndex('reading_jobs', { fields: ['runningFor'], unique: true });
    await tables.removeColumn('reading_jobs', 'done');
    await tables.removeColumn('reading_jobs', 'failed');
  },
};
