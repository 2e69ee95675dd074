import type { Tables } from './tables.ts';

/**
 * One change of the tables. Migrations only go forward: an older program never meets a newer database. It may be run
 * again after being cut off anywhere.
 */
export interface Migration {
  name: string;
  up: (tables: Tables) => Promise<void>;
}
