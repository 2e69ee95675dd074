import type { MotionDocument } from '../motion/document/schema.ts';
import { changeRate } from '../motion/edit/change-rate.ts';
import { counterpart } from '../reading/counterpart.ts';
import type { Finding } from '../reading/schema.ts';
import { theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { sameRate } from '../time/rate.ts';
import type { EditOnOffer } from './sides.ts';

/** Subjects that the take lost, put back as the target has them. */
export function broughtBack(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  return target.subjects
    .filter((subject) => !counterpart(take, subject))
    .map((subject) => ({
      sentence: `Put ${theSubject(subject.name)} back as the target has it.`,
      keys: 1,
      apply: (now) =>
        now.subjects.some(({ id }) => id === subject.id)
          ? now
          : { ...now, subjects: [...now.subjects, { ...subject, parentId: null, guide: null }] },
    }));
}

/** What puts right that another setting was used. */
export function settings(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  const offers: EditOnOffer[] = [];
  const say = (sentence: string, apply: EditOnOffer['apply']): void => void offers.push({ sentence, keys: 1, apply });
  if (!sameRate(target.rate, take.rate))
    say(
      'Set the frame rate of the exercise and keep the seconds, keys on whole frames.',
      (now) => changeRate(now, target.rate, 'keep-seconds', { snap: true, range: target.range }).motion,
    );
  else if (!sameData(target.range, take.range))
    say(`Set the range to ${target.range.first}–${target.range.last}.`, (now) => ({ ...now, range: target.range }));
  if (!sameData(target.stage, take.stage))
    say('Make the stage as large as the exercise has it.', (now) => ({ ...now, stage: target.stage }));
  for (const model of target.subjects) {
    const own = counterpart(take, model);
    if (own && own.exposure !== model.exposure)
      say(`Show ${theSubject(model.name)} on ${model.exposure === 1 ? 'ones' : `${model.exposure}s`}.`, (now) => ({
        ...now,
        subjects: now.subjects.map((subject) =>
          subject.id === own.id ? { ...subject, exposure: model.exposure } : subject,
        ),
      }));
  }
  return offers;
}

/** Findings that settings put right. */
export const SETTINGS: ReadonlySet<Finding['kind']> = new Set([
  'rate-differs',
  'range-differs',
  'stage-differs',
  'exposure-differs',
]);
