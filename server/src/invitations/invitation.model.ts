import type { CourseRole } from '@undulan/contract';
import {
  type CreationOptional,
  DataTypes,
  type ForeignKey,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  type Sequelize,
} from 'sequelize';
import { CourseModel } from '../courses/course.model.ts';
import { PersonModel } from '../people/person.model.ts';

/** A link by which so many people join a course until a moment. */
export class InvitationModel extends Model<InferAttributes<InvitationModel>, InferCreationAttributes<InvitationModel>> {
  declare id: CreationOptional<string>;
  declare courseId: ForeignKey<string>;
  declare authorId: ForeignKey<string>;
  declare code: string;
  declare role: CourseRole;
  declare places: number;
  declare used: CreationOptional<number>;
  declare endsAt: Date;
  /** Whom it is for; null of one for anybody. */
  declare name: CreationOptional<string | null>;
  declare email: CreationOptional<string | null>;
  declare course?: NonAttribute<CourseModel>;
  declare author?: NonAttribute<PersonModel>;

  get to(): NonAttribute<{ name: string; email: string } | null> {
    const { name, email } = this;
    return name && email ? { name, email } : null;
  }

  get isOpen(): NonAttribute<boolean> {
    return this.used < this.places && this.endsAt > new Date();
  }
}

export function initInvitationModel(sequelize: Sequelize): void {
  InvitationModel.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      code: DataTypes.CHAR(24),
      role: DataTypes.STRING(16),
      places: DataTypes.INTEGER,
      used: { type: DataTypes.INTEGER, defaultValue: 0 },
      endsAt: DataTypes.DATE(3),
      name: DataTypes.STRING(120),
      email: DataTypes.STRING(254),
    },
    { sequelize, tableName: 'invitations', modelName: 'invitation' },
  );
  InvitationModel.belongsTo(CourseModel, { foreignKey: 'courseId', as: 'course' });
  InvitationModel.belongsTo(PersonModel, { foreignKey: 'authorId', as: 'author' });
}
