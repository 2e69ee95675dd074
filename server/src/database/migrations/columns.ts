import { DataTypes } from 'sequelize';

/** Columns that many tables have. */
export const id = { type: DataTypes.UUID, primaryKey: true, allowNull: false };
export const time = { type: DataTypes.DATE(3), allowNull: false };
export const times = { createdAt: time, updatedAt: time };

export function reference(table: string, onDelete: 'CASCADE' | 'RESTRICT' = 'CASCADE') {
  return { type: DataTypes.UUID, allowNull: false, references: { model: table, key: 'id' }, onDelete };
}
