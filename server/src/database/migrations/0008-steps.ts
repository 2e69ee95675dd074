import { changesBetween, type Step, upgradeMotion } from '@undulan/core';
import jsonPatch, { type Operation } from 'fast-json-patch';
import { DataTypes } from 'sequelize';
import type { Migration } from '../migration.ts';
import type { Tables } from '../tables.ts';
import { reference } from './columns.ts';

/**
 * Undoable steps have a table of their own, each small beside what it changes, instead of a history of patches within
 * the work.
 */
export const steps: Migration = {
  name: '0008-steps',
  up: async (tables) => {
    for (const [table, parent, column] of [
      ['draft_steps', 'drafts', 'draftId'],
      ['exercise_steps', 'exercises', 'exerciseId'],
    ] as const) {
      await tables.createTable(table, {
        [column]: { ...reference(parent), primaryKey: true },
        number: { type: DataTypes.INTEGER, primaryKey: true, allowNull: false },
        step: { type: DataTypes.JSON, allowNull: false },
        bytes: { type: DataTypes.INTEGER, allowNull: false },
      });
      await tables.addColumn(parent, 'stepsDone', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 });
      if (await tables.hasColumn(parent, 'history')) await carryOver(tables, table, parent, column);
      await tables.removeColumn(parent, 'history');
    }
  },
};

interface OldHistory {
  steps: { name: string; forth: Operation[]; back: Operation[] }[];
  done: number;
}

interface OldWork {
  motion: unknown;
  details?: Record<string, unknown>;
}

/** Details as they were patched: the columns of an exercise put together. */
interface OldRow extends Record<string, unknown> {
  id: string;
  motion: unknown;
  history: OldHistory;
  title?: string;
  brief?: string;
  tolerances?: unknown;
  modelShown?: string;
  terms?: Record<string, unknown> | null;
}

function workOf({ motion, title, brief, tolerances, modelShown, terms }: OldRow, isExercise: boolean): OldWork {
  return { motion, ...(isExercise && { details: { title, brief, tolerances, modelShown, ...terms } }) };
}

const upgraded = (work: OldWork): OldWork => ({ ...work, motion: upgradeMotion(work.motion) });

/**
 * Old steps as new ones: the work is taken back and forth by its patches, and each step is what two of its states
 * differ by. Where a patch does not fit, the steps beyond it are let go.
 */
function newSteps(work: OldWork, { steps: old, done }: OldHistory): { steps: Step[]; done: number } {
  const states = new Map<number, OldWork>([[done, work]]);
  const patched = (from: OldWork, patch: Operation[]): OldWork | null => {
    try {
      return jsonPatch.applyPatch(from, patch, false, false).newDocument;
    } catch {
      return null;
    }
  };
  for (let k = done; k > 0; k--) {
    const earlier = patched(states.get(k)!, old[k - 1]!.back);
    if (!earlier) break;
    states.set(k - 1, earlier);
  }
  for (let k = done; k < old.length; k++) {
    const later = patched(states.get(k)!, old[k]!.forth);
    if (!later) break;
    states.set(k + 1, later);
  }
  const first = Math.min(...states.keys());
  const last = Math.max(...states.keys());
  return {
    done: done - first,
    steps: old.slice(first, last).map(({ name }, i) => ({
      name,
      changes: changesBetween(upgraded(states.get(first + i)!), upgraded(states.get(first + i + 1)!)),
    })),
  };
}

async function carryOver(tables: Tables, table: string, parent: 'drafts' | 'exercises', column: string): Promise<void> {
  const isExercise = parent === 'exercises';
  const ids = await tables.read<{ id: string }>(
    `SELECT id FROM ${parent} WHERE stepsDone = 0 AND JSON_LENGTH(history, '$.steps') > 0`,
  );
  for (const { id } of ids) {
    const [row] = await tables.read<OldRow>(`SELECT * FROM ${parent} WHERE id = :id`, { id });
    const { steps: carried, done } = newSteps(workOf(row!, isExercise), row!.history);
    for (const [i, step] of carried.entries()) {
      const text = JSON.stringify(step);
      await tables.write(
        `INSERT IGNORE INTO ${table} (${column}, number, step, bytes) VALUES (:id, :number, :text, :bytes)`,
        { id, number: i + 1, text, bytes: text.length },
      );
    }
    // Last, so that work whose steps were cut off half way is taken up again.
    await tables.write(`UPDATE ${parent} SET stepsDone = :done WHERE id = :id`, { id, done });
  }
}
