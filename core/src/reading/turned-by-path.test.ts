import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { leastEdits, type MotionDocument, readTake, type Subject } from '../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 5 };

/** A tram that goes along an arch, up or down, turned by it as is said. */
function tram(by: Partial<NonNullable<Subject['guide']>> = {}, up = 1): MotionDocument {
  const subject = subjectWith('tram', { travel: soft([1, 0], [25, 1]) });
  const guide = { pathId: 'arch', orient: false, angle: 0, lean: 0, ...by };
  const handle = (x: number) => ({ x, y: -160 * up });
  const still = { x: 0, y: 0 };
  const points = [
    { x: 100, y: 300, in: still, out: handle(80) },
    { x: 500, y: 300, in: handle(-80), out: still },
  ];
  return { ...sceneOf([{ ...subject, guide }], 40), guides: [{ id: 'arch', name: 'Arch', closed: false, points }] };
}

test.each([
  [
    'not turned',
    tram({ orient: true }),
    tram(),
    'The tram is not turned along its path.',
    'Turn the tram along its path.',
  ],
  [
    'turned',
    tram(),
    tram({ orient: true }),
    'The tram is turned along its path; in the target it is not.',
    'Do not turn the tram along its path.',
  ],
  [
    'leaning',
    tram(),
    tram({ lean: 3 }),
    'The tram leans into its turns; in the target it does not.',
    'Do not let the tram lean into its turns.',
  ],
  [
    'upright',
    tram({ lean: 3 }),
    tram(),
    'The tram does not lean into its turns.',
    'Let the tram lean into its turns as the target does.',
  ],
  [
    'askew',
    tram({ orient: true }),
    tram({ orient: true, angle: 30 }),
    'Rotation: the tram is 30° away from the target, throughout.',
    'Set the angle of the tram on its path to 0°.',
  ],
  [
    'on another path',
    tram(),
    tram({}, -1),
    'The tram leaves the arc by up to 226.4 px from 1 to 25, most near frame 13.',
    'Give the path of the tram the shape that it has in the target.',
  ],
])('what is %s by its path is told by that, and put right there', (_, motion, take, sentence, edit) => {
  expect(readTake({ motion, tolerances }, motion)).toMatchObject({ findings: [], proposedGrade: 100 });
  expect(readTake({ motion, tolerances }, take).findings.map((finding) => finding.sentence)).toEqual([sentence]);
  const { edits, left } = leastEdits({ motion, tolerances }, take);
  expect(edits.map((each) => each.sentence)).toEqual([edit]);
  expect(left).toEqual([]);
});
