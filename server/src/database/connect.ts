import { Sequelize } from 'sequelize';
import { initClassModels } from '../classes/class.model.ts';
import { initClipModels } from '../clips/clip.model.ts';
import { initCourseModels } from '../courses/course.model.ts';
import { initDraftModel } from '../drafts/draft.model.ts';
import { initDrillModels } from '../drills/drill.model.ts';
import { initEaseModel } from '../eases/ease.model.ts';
import { initExerciseModel } from '../exercises/exercise.model.ts';
import { initGalleryModels } from '../gallery/gallery.model.ts';
import { initSessionModel } from '../http/session.model.ts';
import { initDeedModel } from '../installation/deed.model.ts';
import { initInvitationModel } from '../invitations/invitation.model.ts';
import { initLessonModel } from '../lessons/lesson.model.ts';
import { initMessageModel } from '../mail/message.model.ts';
import { initFirstSetUpModel } from '../people/first-set-up.ts';
import { initPasswordLinkModel } from '../people/password-link.model.ts';
import { initPersonModel } from '../people/person.model.ts';
import { initPhraseModel } from '../phrases/phrase.model.ts';
import { initPictureModel } from '../pictures/picture.model.ts';
import { initPlanModel } from '../plans/plan.model.ts';
import { initReadingModel } from '../readings/reading.model.ts';
import { initReadingJobModel } from '../readings/reading-job.model.ts';
import { initReferenceModel } from '../references/reference.model.ts';
import { initTakeModels } from '../takes/take.model.ts';
import { initTargetModel } from '../targets/target.model.ts';
import { initTokenModel } from '../tokens/token.model.ts';
import { initStepModels } from '../work/steps.model.ts';

/** Connects to MariaDB and gives every model its table. The process keeps its clock in UTC. */
export async function connectDatabase(url: string): Promise<Sequelize> {
  // A machine that is busy elsewhere may take seconds to open a connection: that is no reason to fail a request.
  const sequelize = new Sequelize(url, {
    dialect: 'mariadb',
    logging: false,
    timezone: '+00:00',
    pool: { max: 10, acquire: 15_000 },
    dialectOptions: { connectTimeout: 10_000 },
  });
  initPersonModel(sequelize);
  initSessionModel(sequelize);
  initCourseModels(sequelize);
  initInvitationModel(sequelize);
  initFirstSetUpModel(sequelize);
  initMessageModel(sequelize);
  initDeedModel(sequelize);
  initTokenModel(sequelize);
  initPasswordLinkModel(sequelize);
  initExerciseModel(sequelize);
  initDraftModel(sequelize);
  initTakeModels(sequelize);
  initStepModels(sequelize);
  initTargetModel(sequelize);
  initReadingModel(sequelize);
  initPlanModel(sequelize);
  initEaseModel(sequelize);
  initPhraseModel(sequelize);
  initReadingJobModel(sequelize);
  initPictureModel(sequelize);
  initLessonModel(sequelize);
  initClassModels(sequelize);
  initDrillModels(sequelize);
  initClipModels(sequelize);
  initReferenceModel(sequelize);
  initGalleryModels(sequelize);
  await sequelize.authenticate();
  return sequelize;
}
