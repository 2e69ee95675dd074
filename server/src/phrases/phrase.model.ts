import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import { PersonModel } from '../people/person.model.ts';

/** A phrase that an instructor keeps for notes. */
export class PhraseModel extends Model<InferAttributes<PhraseModel>, InferCreationAttributes<PhraseModel>> {
  declare id: CreationOptional<string>;
  declare authorId: ForeignKey<string>;
  declare text: string;
}

export function initPhraseModel(sequelize: Sequelize): void {
  PhraseModel.init(
    { id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }, text: DataTypes.TEXT },
    { sequelize, tableName: 'phrases', modelName: 'phrase' },
  );
  PhraseModel.belongsTo(PersonModel, { foreignKey: 'authorId' });
}
