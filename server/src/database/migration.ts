import type { QueryInterface } from 'sequelize';

/** One change of the tables. Migrations only go forward: an older program never meets a newer database. */
export interface Migration {
  name: string;
  up: (tables: QueryInterface) => Promise<void>;
}
