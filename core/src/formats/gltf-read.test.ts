import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { applyTo, channelValue, poseOf } from '../motion/path/pose.ts';
import { READY_MODELS, usualNumbers } from '../ready/index.ts';
import { base64Of } from './base64.ts';
import { type GltfMapping, motionOfGltf } from './gltf-motion.ts';
import { readGltf } from './gltf-read.ts';
import { writeGltf } from './gltf-write.ts';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

function read(text: string) {
  const file = readGltf(bytesOf(text));
  if (!file.ok) throw new Error(file.issues[0]!.message);
  return file.value.animations[0]!;
}

/** As a file of this program lies on the stage: its corner is the origin. */
function mapped(motion: MotionDocument, nodes: number[], part: Partial<GltfMapping> = {}): GltfMapping {
  const { rate, range, stage } = motion;
  const origin = { x: 0, y: 0 };
  return { nodes, view: 'front', pxPerUnit: stage.pixelsPerMetre, origin, rate, firstFrame: range.first, ...part };
}

function broughtBack(text: string, mapping: GltfMapping) {
  const made = motionOfGltf(read(text), mapping);
  if (!made.ok) throw new Error(made.issues[0]!.message);
  return made.value;
}

test('a motion that is written comes back: where each subject is, turned and sized, within a thousandth', () => {
  let came = 0;
  for (const model of Object.values(READY_MODELS)) {
    const motion = (model as { build: (numbers: Record<string, number>) => MotionDocument }).build(usualNumbers(model));
    const moving = motion.subjects.filter(({ look }) => look.shape !== 'camera');
    const { text } = writeGltf(motion, 'It');
    // One that only fades moves nowhere.
    if (!readGltf(bytesOf(text)).ok) continue;
    came++;
    const animation = read(text);
    const named = animation.nodes.filter(
      ({ name, tracks }) => tracks.length > 0 && moving.some((own) => own.name === name),
    );
    const back = broughtBack(
      text,
      mapped(
        motion,
        named.map(({ index }) => index),
      ),
    ).motion;
    for (const subject of back.subjects) {
      const own = motion.subjects.find(({ name }) => name === subject.name)!;
      if (own.parentId !== null) continue;
      for (let frame = motion.range.first; frame <= motion.range.last; frame++) {
        const [is, was] = [poseOf(back, subject, frame), poseOf(motion, own, frame)];
        const [here, there] = [applyTo(is, { x: 0, y: 0 }), applyTo(was, own.pivot)];
        expect(Math.hypot(here.x - there.x, here.y - there.y)).toBeLessThan(1);
        expect(channelValue(subject, 'scale.y', frame)).toBeCloseTo(channelValue(own, 'scale.y', frame), 2);
      }
    }
  }
  expect(came).toBe(Object.keys(READY_MODELS).length - 1);
});

test('straight and held keys come back as the same keys; what hangs together hangs together', () => {
  const look = { shape: 'box', widthPx: 90, heightPx: 30, fill: '#9a6b00' } as const;
  for (const leave of ['linear', 'step'] as const) {
    const keys = (...values: number[]) => values.map((value, i) => createKey(1 + 8 * i, value, { leave }));
    const upper = createKeyedSubject('upper', 'Upper', look, { x: 300, y: 200 }, { rotation: keys(0, 150, -10) });
    const lower = createKeyedSubject('lower', 'Lower', look, { x: 45, y: 9 }, { 'position.x': keys(45, 80, 45) });
    const motion = {
      ...createMotion([
        { ...upper, pivot: { x: -45, y: 0 } },
        { ...lower, parentId: 'upper' },
      ]),
      range: { first: 1, last: 17 },
    };
    const { text } = writeGltf(motion, 'Arm');
    const back = broughtBack(text, mapped(motion, [0, 3]));
    const [arm, hand] = back.motion.subjects;
    const rows = arm!.channels.find(({ id }) => id === 'rotation')!.keys;
    expect(rows.map(({ frame }) => frame)).toEqual([1, 9, 17]);
    expect(rows.map(({ leave: left }) => left)).toEqual([leave, leave, leave]);
    for (const [i, value] of [0, 150, -10].entries()) expect(rows[i]!.value).toBeCloseTo(value, 4);
    expect(hand!.parentId).toBe(arm!.id);
    expect(back.dense).toEqual([]);
    for (const frame of [1, 5, 9, 13, 17]) {
      const [is, was] = [poseOf(back.motion, hand!, frame), poseOf(motion, motion.subjects[1]!, frame)];
      expect(Math.hypot(is.e - was.e, is.f - was.f)).toBeLessThan(0.01);
    }
  }
});

test('curves of a place come back with their keys, as the same curve', () => {
  const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
  const keys = (...values: number[]) => values.map((value, i) => createKey(3 + 8 * i, value));
  const glass = createKeyedSubject(
    'glass',
    'Glass',
    look,
    { x: 0, y: 0 },
    { 'position.x': keys(0, 300, 120), 'position.y': keys(9, 9, 80) },
  );
  const motion = { ...createMotion([glass]), range: { first: 1, last: 24 } };
  const [back] = broughtBack(writeGltf(motion, 'Glass').text, mapped(motion, [0])).motion.subjects;
  expect(back!.channels.find(({ id }) => id === 'position.x')!.keys.map(({ frame }) => frame)).toEqual([
    1, 3, 11, 19, 24,
  ]);
  for (let frame = 1; frame <= 24; frame += 0.5)
    for (const id of ['position.x', 'position.y'] as const)
      expect(channelValue(back!, id, frame)).toBeCloseTo(channelValue(glass, id, frame), 2);
});

/** A file by hand: one node, one track of three times, as another program writes it. */
function gltfOf(path: string, interpolation: string, rows: number[][], node: object = {}, type = 'VEC3'): string {
  const times = Float32Array.of(0, 0.5, 2);
  const values = Float32Array.from(rows.flat());
  const bytes = new Uint8Array(times.byteLength + values.byteLength);
  bytes.set(new Uint8Array(times.buffer), 0);
  bytes.set(new Uint8Array(values.buffer), times.byteLength);
  return JSON.stringify({
    asset: { version: '2.0' },
    nodes: [{ name: 'Spoon', ...node }],
    animations: [
      { channels: [{ sampler: 0, target: { node: 0, path } }], samplers: [{ input: 0, output: 1, interpolation }] },
    ],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 3, type: 'SCALAR' },
      { bufferView: 1, componentType: 5126, count: rows.length, type },
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: times.byteLength },
      { buffer: 0, byteOffset: times.byteLength, byteLength: values.byteLength },
    ],
    buffers: [{ byteLength: bytes.length, uri: `data:application/octet-stream;base64,${base64Of(bytes)}` }],
  });
}

const mapping = (part: Partial<GltfMapping> = {}): GltfMapping =>
  mapped(createMotion(), [0], { pxPerUnit: 10, origin: { x: 480, y: 270 }, ...part });

test('a cubic spline is the same curve between its keys: cubic Hermite pieces as the format defines them', () => {
  const flat = [0, 0, 0];
  const rows = [flat, [0, 1, 0], [4, 0, 0], [1, -2, 0], [3, 2, 0], [-2, 1, 0], flat, [8, 8, 0], flat];
  const { motion } = broughtBack(gltfOf('translation', 'CUBICSPLINE', rows), mapping());
  const [spoon] = motion.subjects;
  const times = [0, 0.5, 2];
  const hermite = (i: number, t: number, axis: number): number => {
    const span = times[i + 1]! - times[i]!;
    const [p0, m0, m1, p1] = [rows[3 * i + 1]!, rows[3 * i + 2]!, rows[3 * i + 3]!, rows[3 * i + 4]!].map(
      (row) => row[axis]!,
    );
    const [t2, t3] = [t * t, t * t * t];
    return (
      (2 * t3 - 3 * t2 + 1) * p0! + (t3 - 2 * t2 + t) * span * m0! + (3 * t2 - 2 * t3) * p1! + (t3 - t2) * span * m1!
    );
  };
  for (const i of [0, 1])
    for (const t of [0, 0.2, 0.5, 0.9]) {
      const frame = 1 + 24 * (times[i]! + t * (times[i + 1]! - times[i]!));
      expect(channelValue(spoon!, 'position.x', frame)).toBeCloseTo(480 + 10 * hermite(i, t, 0), 3);
      expect(channelValue(spoon!, 'position.y', frame)).toBeCloseTo(270 - 10 * hermite(i, t, 1), 3);
    }
});

test('from above and from the side, what goes across, up and toward is the scene’s own; y of the stage is down', () => {
  const text = gltfOf('translation', 'LINEAR', [
    [0, 0, 0],
    [1, 2, 3],
    [1, 2, 3],
  ]);
  const ends = (view: GltfMapping['view']) => {
    const [spoon] = broughtBack(text, mapping({ view })).motion.subjects;
    return (['position.x', 'position.y', 'depth'] as const).map((id) => channelValue(spoon!, id, 13));
  };
  expect(ends('front')).toEqual([490, 250, -3]);
  expect(ends('top')).toEqual([490, 300, -2]);
  expect(ends('side')).toEqual([450, 250, -1]);
});

test('turns go the short way from key to key; those about another axis, weights and what carries it are said', () => {
  const about = (axis: number, degrees: number): number[] => {
    const row = [0, 0, 0, Math.cos((degrees * Math.PI) / 360)];
    row[axis] = Math.sin((degrees * Math.PI) / 360);
    return row;
  };
  const text = gltfOf('rotation', 'LINEAR', [about(2, 0), about(2, 170), about(2, 340)], {}, 'VEC4');
  const [spoon] = broughtBack(text, mapping()).motion.subjects;
  const turns = spoon!.channels.find(({ id }) => id === 'rotation')!.keys.map(({ value }) => Math.round(value));
  expect(turns).toEqual([0, -170, -340]);
  const aside = gltfOf('rotation', 'LINEAR', [about(0, 0), about(0, 90), about(2, 90)], {}, 'VEC4');
  expect(broughtBack(aside, mapping()).says).toEqual(['Spoon turns about other axes too: that is left out.']);
  expect(readGltf(bytesOf(gltfOf('weights', 'LINEAR', [[0], [1], [0]], {}, 'SCALAR')))).toMatchObject({
    issues: [{ message: 'This glTF file cannot be read: nothing moves in it.' }],
  });
});

test('what cannot be read is refused with why', () => {
  const whole = gltfOf('translation', 'LINEAR', [
    [0, 0, 0],
    [1, 0, 0],
    [0, 0, 0],
  ]);
  const problem = (text: string): string => {
    const file = readGltf(bytesOf(text));
    return file.ok ? '' : file.issues[0]!.message;
  };
  expect(problem(whole)).toBe('');
  expect(problem('{')).toMatch(/it is no JSON/);
  expect(problem(whole.replace('"2.0"', '"1.0"'))).toMatch(/version 1\.0, not 2/);
  expect(problem(whole.replace(/data:[^"]*/, 'spoon.bin'))).toMatch(/another file \(“spoon\.bin”\)/);
  expect(problem(whole.replace('"count":3,"type":"VEC3"', '"count":9,"type":"VEC3"'))).toMatch(/beyond its numbers/);
  expect(problem(whole.replace('"input":0', '"input":7'))).toMatch(/no accessor 7/);
  expect(problem(whole.replace('"name":"Spoon"', '"children":[0]'))).toMatch(/hangs on itself/);
  expect(motionOfGltf(read(whole), mapping({ nodes: [] }))).toMatchObject({ ok: false });
});
