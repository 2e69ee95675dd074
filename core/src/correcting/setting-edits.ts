import { findChannel } from '../motion/document/document.ts';
import { BEHAVIOUR_WORDS, type MotionDocument, type Subject } from '../motion/document/schema.ts';
import { changeRate } from '../motion/edit/change-rate.ts';
import { setOutside } from '../motion/edit/outside-keys.ts';
import { setPivot, setSubject } from '../motion/edit/set-subjects.ts';
import { counterpart } from '../reading/counterpart.ts';
import { entrancesOff, isNeverShown } from '../reading/on-stage.ts';
import type { Finding } from '../reading/schema.ts';
import { createSharedTime } from '../reading/shared-time.ts';
import { turnByGuide } from '../reading/turned-by-path.ts';
import { theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { sameRate } from '../time/rate.ts';
import { withUnit } from '../with-unit.ts';
import { type Both, channelOfSubject, type EditOnOffer } from './sides.ts';

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

/** Pivots put where the target has them, each subject staying where it begins; null where they are there. */
export function pivotsTaken(target: MotionDocument, take: MotionDocument): EditOnOffer | null {
  const others = target.subjects.flatMap((model) => {
    const own = counterpart(take, model);
    return own && own.guide === null && !sameData(own.pivot, model.pivot)
      ? [{ id: own.id, name: model.name, pivot: model.pivot }]
      : [];
  });
  if (others.length === 0) return null;
  const [pivots, them] = others.length === 1 ? ['pivot', 'it'] : ['pivots', 'them'];
  const whose = others.map(({ name }) => theSubject(name)).join(' and ');
  return {
    sentence: `Put the ${pivots} of ${whose} where the target has ${them}.`,
    keys: 1,
    apply: (now) =>
      others.reduce(
        (motion, { id, pivot }) =>
          motion.subjects.some((subject) => subject.id === id)
            ? setPivot(motion, id, pivot, motion.range.first).motion
            : motion,
        now,
      ),
  };
}

/** How a path turns what goes along it, as the target has it. */
function turnedByPath(model: Subject, own: Subject): string {
  const [asked, drawn] = [model.guide!, own.guide!];
  const it = theSubject(model.name);
  if (asked.orient !== drawn.orient)
    return asked.orient ? `Turn ${it} along its path.` : `Do not turn ${it} along its path.`;
  if (asked.lean !== drawn.lean)
    return asked.lean > 0
      ? `Let ${it} lean into its turns as the target does.`
      : `Do not let ${it} lean into its turns.`;
  return `Set the angle of ${it} on its path to ${withUnit(asked.angle, '°')}.`;
}

/** What goes along a path turned by it as the target is, and the path as the target's. */
export function guidedAsAsked(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  return target.subjects.flatMap((model): EditOnOffer[] => {
    const own = counterpart(take, model);
    if (!model.guide || !own?.guide) return [];
    const { orient, angle, lean } = model.guide;
    const [asked, drawn] = [
      target.guides.find(({ id }) => id === model.guide!.pathId),
      take.guides.find(({ id }) => id === own.guide!.pathId),
    ];
    const offers: EditOnOffer[] = [];
    if (!sameData(turnByGuide(model), turnByGuide(own)))
      offers.push({
        sentence: turnedByPath(model, own),
        keys: 1,
        apply: (now) => ({
          ...now,
          subjects: now.subjects.map((subject) =>
            subject.id === own.id && subject.guide
              ? { ...subject, guide: { ...subject.guide, orient, angle, lean } }
              : subject,
          ),
        }),
      });
    if (asked && drawn && !sameData([asked.points, asked.closed], [drawn.points, drawn.closed]))
      offers.push({
        sentence: `Give the path of ${theSubject(model.name)} the shape that it has in the target.`,
        keys: 1,
        apply: (now) => ({
          ...now,
          guides: now.guides.map((path) =>
            path.id === drawn.id ? { ...path, points: asked.points, closed: asked.closed } : path,
          ),
        }),
      });
    return offers;
  });
}

/** What is hidden shown, and on stage from when to when the target has it there. */
export function shownAsAsked(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  const { toTake, toTarget } = createSharedTime(target, take);
  return target.subjects.flatMap((model): EditOnOffer[] => {
    const own = counterpart(take, model);
    const isHidden = isNeverShown(target, take, model);
    if (!own) return [];
    const off = entrancesOff({ motion: target, subject: model }, { motion: take, subject: own }, toTarget);
    if (!isHidden && off.length === 0) return [];
    const onStage = model.onStage && {
      first: Math.round(toTake(model.onStage.first)),
      last: Math.round(toTake(model.onStage.last + 1)) - 1,
    };
    const it = theSubject(model.name);
    const stays = onStage
      ? `Let ${it} be on stage from frame ${onStage.first} to ${onStage.last}.`
      : `Keep ${it} on stage throughout.`;
    return [
      {
        sentence: isHidden && sameData(own.onStage ?? null, onStage ?? null) ? `Show ${it}.` : stays,
        keys: 1,
        apply: (now) =>
          now.subjects.some(({ id }) => id === own.id)
            ? setSubject(now, own.id, { visible: true, onStage }).motion
            : now,
      },
    ];
  });
}

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
