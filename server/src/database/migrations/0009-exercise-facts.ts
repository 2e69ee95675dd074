import { type ExerciseDetails, targetOf } from '@undulan/contract';
import { type MotionDocument, upgradeMotion } from '@undulan/core';
import { DataTypes } from 'sequelize';
import { targetHash } from '../../targets/target-hash.ts';
import type { Migration } from '../migration.ts';

/** What lists show of an exercise, beside its documents; and what finds what lists ask for. */
export const exerciseFacts: Migration = {
  name: '0009-exercise-facts',
  up: async (tables) => {
    const number = { type: DataTypes.INTEGER, allowNull: true };
    for (const column of ['rateNum', 'rateDen', 'firstFrame', 'lastFrame'])
      await tables.addColumn('exercises', column, number);
    await tables.addColumn('exercises', 'dueAt', { type: DataTypes.DATE(3), allowNull: true });
    await tables.addColumn('exercises', 'latePolicy', { type: DataTypes.STRING(16), allowNull: true });
    await tables.addColumn('exercises', 'mayChange', { type: DataTypes.JSON, allowNull: true });
    await tables.addColumn('exercises', 'targetHash', { type: DataTypes.CHAR(64), allowNull: true });
    for (const { id } of await tables.read<{ id: string }>('SELECT id FROM exercises WHERE targetHash IS NULL')) {
      const [row] = await tables.read<ExerciseDetails & { motion: unknown; terms: Partial<ExerciseDetails> | null }>(
        'SELECT motion, tolerances, terms FROM exercises WHERE id = :id',
        { id },
      );
      const motion = upgradeMotion(row!.motion) as MotionDocument;
      const hash = targetHash(targetOf(motion, { ...row!, ...row!.terms }));
      const dueAt = row!.terms?.dueAt ? new Date(row!.terms.dueAt) : null;
      await tables.write(
        'UPDATE exercises SET rateNum = :num, rateDen = :den, firstFrame = :first, lastFrame = :last, dueAt ' +
          '= :dueAt, latePolicy = :latePolicy, mayChange = :mayChange, targetHash = :hash WHERE id = :id',
        {
          id,
          hash,
          dueAt,
          latePolicy: row!.terms?.latePolicy ?? null,
          mayChange: row!.terms?.mayChange ? JSON.stringify(row!.terms.mayChange) : null,
          ...motion.rate,
          ...motion.range,
        },
      );
    }
    await tables.addIndex('exercises', { fields: ['courseId', 'position'] });
    await tables.addIndex('drafts', { fields: ['exerciseId', 'learnerId', 'createdAt'] });
    await tables.addIndex('reviews', { fields: ['returnedAt'] });
  },
};
