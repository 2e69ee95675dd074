import {
  type ModelAttributeColumnOptions,
  type ModelAttributes,
  type QueryInterface,
  QueryTypes,
  type Transaction,
} from 'sequelize';

type Rows = Record<string, unknown>[];

/**
 * The tables as migrations change them. A database ends each change by itself, whatever transaction it stands in, so a
 * program may be cut off between any two: each of these does nothing where it was done already, and a migration made of
 * them is simply run again.
 */
export class Tables {
  readonly #tables: QueryInterface;
  /** Told before each change; a test stops the program there. */
  readonly #beforeEach: () => void;

  constructor(tables: QueryInterface, beforeEach: () => void = () => undefined) {
    this.#tables = tables;
    this.#beforeEach = beforeEach;
  }

  async createTable(name: string, columns: ModelAttributes): Promise<void> {
    this.#beforeEach();
    const collate = await this.#collation();
    await this.#tables.createTable(name, columns, { ...(collate !== null && { collate }) });
  }

  /**
   * How the tables that are there compare words; null before the first. A database that they were brought into may have
   * another way of its own, and words of two ways cannot be compared with each other.
   */
  async #collation(): Promise<string | null> {
    const [first] = await this.read<{ collation: string }>(
      'SELECT TABLE_COLLATION AS collation FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() AND ' +
        "TABLE_NAME = 'people'",
    );
    return first?.collation ?? null;
  }

  async addColumn(table: string, column: string, options: ModelAttributeColumnOptions): Promise<void> {
    this.#beforeEach();
    if (!(await this.hasColumn(table, column))) await this.#tables.addColumn(table, column, options);
  }

  async changeColumn(table: string, column: string, options: ModelAttributeColumnOptions): Promise<void> {
    this.#beforeEach();
    await this.#tables.changeColumn(table, column, options);
  }

  async removeColumn(table: string, column: string): Promise<void> {
    this.#beforeEach();
    // By hand: the dialect's own way asks for foreign keys in a manner that the driver does not answer.
    await this.#tables.sequelize.query(`ALTER TABLE \`${table}\` DROP COLUMN IF EXISTS \`${column}\``);
  }

  async dropTable(table: string): Promise<void> {
    this.#beforeEach();
    await this.#tables.dropTable(table);
  }

  async addIndex(table: string, { fields, unique = false }: { fields: string[]; unique?: boolean }): Promise<void> {
    this.#beforeEach();
    const known = (await this.#tables.showIndex(table)) as { fields: { attribute: string }[] }[];
    if (known.some((index) => index.fields.map(({ attribute }) => attribute).join() === fields.join())) return;
    await this.#tables.addIndex(table, { fields, unique });
  }

  async hasColumn(table: string, column: string): Promise<boolean> {
    return column in (await this.#tables.describeTable(table));
  }

  /** Changes rows; must do nothing where it was done already. */
  async write(sql: string, replacements: Record<string, unknown> = {}): Promise<void> {
    this.#beforeEach();
    await this.#tables.sequelize.query(sql, { replacements });
  }

  read<Row extends Rows[number]>(sql: string, replacements: Record<string, unknown> = {}): Promise<Row[]> {
    return this.#tables.sequelize.query<Row>(sql, { replacements, type: QueryTypes.SELECT });
  }

  /** Changes rows of several tables together. */
  async together(work: (transaction: Transaction) => Promise<void>): Promise<void> {
    this.#beforeEach();
    await this.#tables.sequelize.transaction(work);
  }
}
