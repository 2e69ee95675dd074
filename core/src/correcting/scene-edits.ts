import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { setGuide } from '../motion/edit/guide-subject.ts';
import { setPivot, setSubject } from '../motion/edit/set-subjects.ts';
import { counterpart } from '../reading/counterpart.ts';
import { entrancesOff, isNeverShown } from '../reading/on-stage.ts';
import { createSharedTime } from '../reading/shared-time.ts';
import { turnByGuide } from '../reading/turned-by-path.ts';
import { theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { withUnit } from '../with-unit.ts';
import type { EditOnOffer } from './sides.ts';

/** Edits of the scene: which subjects are there and seen, by which point they are placed, along which paths they go. */

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
        apply: (now) => setGuide(now, { ...drawn, points: asked.points, closed: asked.closed }).motion,
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
