import validator from 'gltf-validator';
import { AnimationMixer, Vector3 } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { beforeAll, expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import type { Leave, MotionDocument, Subject } from '../motion/document/schema.ts';
import { applyTo, poseOf } from '../motion/path/pose.ts';
import { READY_MODELS, usualNumbers } from '../ready/index.ts';
import { writeGltf } from './gltf-write.ts';

/** What the loader expects of a browser. */
beforeAll(() => void Object.assign(globalThis, { self: globalThis, ProgressEvent: Event }));

const look = { shape: 'box', widthPx: 90, heightPx: 30, fill: '#9a6b00' } as const;
const arm = (leave: Leave): MotionDocument => {
  const keys = (...values: number[]) => values.map((value, i) => createKey(1 + 8 * i, value, { leave }));
  const upper = createKeyedSubject(
    'upper',
    'Upper',
    look,
    { x: 300, y: 200 },
    {
      rotation: keys(0, 60, -30),
      'position.x': keys(300, 500, 340),
    },
  );
  const lower: Subject = {
    ...createKeyedSubject(
      'lower',
      'Lower',
      look,
      { x: 45, y: 0 },
      { rotation: keys(0, -80, 20), 'scale.x': keys(1, 1.5, 1) },
    ),
    parentId: 'upper',
    pivot: { x: -45, y: 0 },
  };
  return { ...createMotion([{ ...upper, pivot: { x: -45, y: 0 } }, lower]), range: { first: 1, last: 17 } };
};

async function problems(text: string): Promise<string[]> {
  const report = await validator.validateString(text);
  return report.issues.messages
    .filter(({ severity }) => severity < 2)
    .map(({ message, pointer }) => `${pointer}: ${message}`);
}

/** Where each subject's middle is at a frame, as another program plays the file; in pixels, y down. */
async function played(motion: MotionDocument, frames: readonly number[]): Promise<{ x: number; y: number }[][]> {
  const gltf = await new GLTFLoader().parseAsync(writeGltf(motion, 'It').text, '');
  const mixer = new AnimationMixer(gltf.scene);
  mixer.clipAction(gltf.animations[0]!).play();
  return frames.map((frame) => {
    mixer.setTime((frame - motion.range.first) / 24);
    gltf.scene.updateMatrixWorld(true);
    return motion.subjects.map(({ name }) => {
      const card = gltf.scene.getObjectByName(`${name}, card`.replaceAll(' ', '_'))!;
      const at = card.getWorldPosition(new Vector3());
      return { x: at.x * motion.stage.pixelsPerMetre, y: -at.y * motion.stage.pixelsPerMetre };
    });
  });
}

test.each(['linear', 'step', 'sine-in-out', 'curve'] as const)(
  '%s keys: valid, and played within a thousandth',
  async (leave) => {
    const motion = arm(leave);
    expect(await problems(writeGltf(motion, 'Arm').text)).toEqual([]);
    // Between frames, too; beside keys, whose seconds are rounded in the file.
    const frames = Array.from({ length: 32 }, (_, i) => 1.25 + i / 2);
    const all = await played(motion, frames);
    for (const [i, frame] of frames.entries())
      for (const [s, subject] of motion.subjects.entries()) {
        const { x, y } = applyTo(poseOf(motion, subject, frame), { x: 0, y: 0 });
        expect(Math.hypot(all[i]![s]!.x - x, all[i]![s]!.y - y)).toBeLessThan(0.001 * 300);
      }
  },
);

test('straight, held and cubic keys stay keys; an ease that glTF has not is said', () => {
  const counts = (text: string): number[] => {
    const { animations, accessors } = JSON.parse(text) as {
      animations: { samplers: { input: number }[] }[];
      accessors: { count: number }[];
    };
    return animations[0]!.samplers.map(({ input }) => accessors[input]!.count);
  };
  expect(counts(writeGltf(arm('linear'), 'Arm').text)).toEqual([3, 3, 3, 3]);
  expect(writeGltf(arm('linear'), 'Arm').says).toEqual([]);
  // Curves whose handles are a third long are cubic in time: of places and sizes those are splines.
  const [place, , , size] = counts(writeGltf(arm('curve'), 'Arm').text);
  expect([place, size]).toEqual([3, 3]);
  expect(writeGltf(arm('sine-in-out'), 'Arm').says[0]).toMatch(/the rotation of Lower/);
});

test('every ready model is valid', async () => {
  for (const model of Object.values(READY_MODELS)) {
    const motion = (model as { build: (numbers: Record<string, number>) => MotionDocument }).build(usualNumbers(model));
    expect(await problems(writeGltf(motion, 'Model').text)).toEqual([]);
  }
});

test('what becomes another drawing is lines with a morph target, played by weights', async () => {
  const point = (x: number, y: number) => ({ x, y, in: { x: 0, y: 0 }, out: { x: 0, y: 0 } });
  const drawing = (size: number) => ({
    lines: [{ closed: true, points: [point(-size, -size), point(size, -size), point(size, size), point(-size, size)] }],
  });
  const drop = createKeyedSubject(
    'drop',
    'Drop',
    { ...look, shape: 'drawn', widthPx: 80, heightPx: 80, drawings: [drawing(20)], morphTo: drawing(40) },
    { x: 100, y: 100 },
    {},
  );
  const morph = { id: 'morph' as const, resting: 0, keys: [createKey(1, 0, { leave: 'linear' }), createKey(25, 1)] };
  const { text } = writeGltf(createMotion([{ ...drop, channels: [...drop.channels, morph] }]), 'Drop');
  expect(await problems(text)).toEqual([]);
  const gltf = await new GLTFLoader().parseAsync(text, '');
  const mixer = new AnimationMixer(gltf.scene);
  mixer.clipAction(gltf.animations[0]!).play();
  mixer.setTime(0.25);
  let influence: number | undefined;
  gltf.scene.traverse((node) => {
    influence = (node as { morphTargetInfluences?: number[] }).morphTargetInfluences?.[0] ?? influence;
  });
  expect(influence).toBeCloseTo(0.25, 4);
  const hidden = createMotion([{ ...drop, visible: false, channels: [...drop.channels, morph] }]);
  expect(await problems(writeGltf(hidden, 'Hidden').text)).toEqual([]);
});
