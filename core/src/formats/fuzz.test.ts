import { expect, test } from 'vitest';
import { brokenBytes, brokenText } from '../../testing/breaking.ts';
import { createDice } from '../../testing/dice.ts';
import { glassSlide } from '../../testing/glass-slide.ts';
import { createMotion } from '../motion/document/document.ts';
import { parseMotion } from '../motion/document/schema.ts';
import type { Result } from '../result.ts';
import { createBoard, createLesson, readLesson, usualVariant } from '../teaching/index.ts';
import { readChart } from './chart-notation.ts';
import { readCourseFiles, writeCourseFiles } from './course-zip.ts';
import { readCssEasing } from './css-easing.ts';
import { motionOfGltf } from './gltf-motion.ts';
import { readGltf } from './gltf-read.ts';
import { writeGltf } from './gltf-write.ts';
import { channelsOfTable, guessMapping, readNumberTable, writeMotionCsv } from './motion-csv.ts';
import { readProject, writeProject } from './project.ts';
import { linesOfSvgPath, svgPathOfLines } from './svg-path.ts';

const RATE = { num: 24, den: 1 };
const motion = glassSlide(
  [
    [1, 0],
    [9, 90],
    [17, 400],
  ],
  { last: 24 },
);
const project = writeProject({ title: 'Slide', motion, terms: null, pictures: {} });
const lane = { id: 'lane', name: 'It', variant: usualVariant('own'), motion: null };
const lesson = createLesson('Spacing', [createBoard('board', 'Glass', motion, [lane])]);
const course = writeCourseFiles({
  title: 'Kitchen in Motion',
  exercises: [{ title: 'Slide', motion, terms: null, pictures: {} }],
  lessons: [lesson],
  lessonPictures: {},
});
const gltf = writeGltf(motion, 'Slide').text;

/** What a reader made of a broken file: something whole, or a refusal that says why. Never a throw. */
function said(read: Result<unknown>): void {
  if (!read.ok) expect(read.issues[0]!.message).toMatch(/\S.{8,}/);
}

/** A text with its numbers in it, or as a binary file: the same JSON, its numbers behind it. */
function binaryGltf(): Uint8Array {
  const json = new TextEncoder().encode(gltf);
  const padded = json.length + ((4 - (json.length % 4)) % 4);
  const bytes = new Uint8Array(20 + padded).fill(0x20);
  const view = new DataView(bytes.buffer);
  [0x46546c67, 2, bytes.length, padded, 0x4e4f534a].forEach((word, i) => view.setUint32(4 * i, word, true));
  bytes.set(json, 20);
  return bytes;
}

const TEXTS: Record<string, [whole: string, times: number, read: (text: string) => void]> = {
  project: [
    project,
    1200,
    (text) => {
      const read = readProject(text);
      said(read);
      // Nothing half read: what is accepted is a motion.
      if (read.ok) expect(parseMotion(read.value.motion).ok).toBe(true);
    },
  ],
  table: [
    writeMotionCsv(motion),
    1500,
    (text) => {
      const read = readNumberTable(text);
      said(read);
      if (read.ok) said(channelsOfTable(read.value, guessMapping(read.value, RATE)));
    },
  ],
  lesson: [JSON.stringify(lesson), 800, (text) => said(readLesson(text))],
  'course zip': [
    JSON.stringify(course),
    600,
    (text) => {
      try {
        said(readCourseFiles(JSON.parse(text) as Record<string, string>));
      } catch (error) {
        // The zip itself is broken then.
        expect(error).toBeInstanceOf(SyntaxError);
      }
    },
  ],
  'css easing': ['linear(0, 0.25 20%, 0.5, 1 80%, 1)', 4000, (text) => said(readCssEasing(text))],
  chart: ['1 ( · · 5 · ) 9 | 13', 4000, (text) => said(readChart(text, { first: 1, last: 24 }))],
  'svg path': [
    'M10 20c5 6 7 8 9 9S3 4 5 6q1 2 3 4T9 9A10 20 30 0 1 40 50h5v-5z',
    4000,
    (text) => {
      const lines = linesOfSvgPath(text);
      if (lines) expect(typeof svgPathOfLines(lines)).toBe('string');
    },
  ],
  gltf: [
    gltf,
    1500,
    (text) => {
      const read = readGltf(new TextEncoder().encode(text));
      said(read);
      if (!read.ok) return;
      for (const animation of read.value.animations) {
        const nodes = animation.nodes.map(({ index }) => index);
        const origin = { x: 0, y: 0 };
        const made = motionOfGltf(animation, {
          nodes,
          view: 'front',
          pxPerUnit: 100,
          origin,
          rate: RATE,
          firstFrame: 1,
        });
        said(made);
        if (made.ok) expect(parseMotion(made.value.motion)).toMatchObject({ ok: true });
      }
    },
  ],
};

test.each(Object.entries(TEXTS))(
  'a broken %s is refused in words, or read whole: none throws',
  (name, [whole, times, read]) => {
    const dice = createDice(name.length * 7);
    read(whole);
    for (let i = 0; i < times; i++) read(brokenText(dice, whole));
  },
);

test('broken binary files are refused in words', () => {
  const dice = createDice(5);
  const whole = binaryGltf();
  expect(readGltf(whole)).toMatchObject({ ok: true });
  for (let i = 0; i < 1500; i++) said(readGltf(brokenBytes(dice, whole)));
  for (const wrong of [new Uint8Array(), new Uint8Array(3), new TextEncoder().encode('{}')])
    expect(readGltf(wrong)).toMatchObject({ ok: false });
  expect(readGltf(new TextEncoder().encode(writeGltf(createMotion(), 'Still').text))).toMatchObject({ ok: false });
});
