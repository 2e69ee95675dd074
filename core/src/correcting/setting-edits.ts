import { findChannel } from '../motion/document/document.ts';
import { BEHAVIOUR_WORDS, type MotionDocument } from '../motion/document/schema.ts';
import { changeRate } from '../motion/edit/change-rate.ts';
import { setOutside } from '../motion/edit/outside-keys.ts';
import { counterpart } from '../reading/counterpart.ts';
import type { Finding } from '../reading/schema.ts';
import { theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { sameRate } from '../time/rate.ts';
import { type Both, channelOfSubject, type EditOnOffer } from './sides.ts';

/** What a movement does before its first and after its last key, as the target's does. */
export function beyondTaken({ model, own, channelIds }: Both): EditOnOffer[] {
  return (['before', 'after'] as const).flatMap((side): EditOnOffer[] => {
    const differing = channelIds.filter(
      (id) => !sameData(findChannel(model, id)?.[side] ?? null, findChannel(own, id)?.[side] ?? null),
    );
    if (differing.length === 0) return [];
    const asked = differing.map((id) => findChannel(model, id)?.[side] ?? null);
    const words = [...new Set(asked.map((outside) => BEHAVIOUR_WORDS[outside?.kind ?? 'hold']))].join(' or ');
    const what = differing.map((id) => channelOfSubject(id, model.name)).join(' and ');
    return [
      {
        sentence: `${side === 'before' ? 'Before the first' : 'After the last'} key, set ${what} to “${words}”.`,
        keys: 1,
        apply: (take) =>
          differing.reduce((motion, id, k) => {
            const subject = motion.subjects.find((other) => other.id === own.id);
            if (!subject || !findChannel(subject, id)) return motion;
            return setOutside(motion, { subjectId: own.id, channelId: id }, side, asked[k]!).motion;
          }, take),
      },
    ];
  });
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
