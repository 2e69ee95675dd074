import { type CourseFile, createKey, createKeyedSubject, createLesson, createMotion } from '@undulan/core';
import { strToU8, zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { unzipCourse, zipCourse } from './course-zip.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const motion = createMotion([
  createKeyedSubject('glass', 'Glass', look, { x: 0, y: 0 }, { 'position.x': [createKey(1, 0), createKey(24, 90)] }),
]);
const course: CourseFile = {
  title: 'Kitchen in Motion',
  exercises: [{ title: 'Slide', motion, terms: null, pictures: {} }],
  lessons: [createLesson('Spacing')],
  lessonPictures: {},
};

test('a course comes back from its zip as it was', async () => {
  const read = await unzipCourse(await zipCourse(course));
  expect(read).toMatchObject({ ok: true, value: { title: course.title, lessons: course.lessons } });
  expect(read.ok && read.value.exercises[0]!.motion).toEqual(motion);
});

test('what is no zip, no course, or half of one is refused', async () => {
  const problem = async (bytes: Uint8Array): Promise<string | null> => {
    const read = await unzipCourse(bytes);
    return read.ok ? null : read.issues[0]!.message;
  };
  expect(await problem(strToU8('not at all'))).toMatch(/no zip/);
  expect(await problem(zipSync({ 'a.txt': strToU8('a') }))).toMatch(/no course of this program/);
  const whole = await zipCourse(course);
  expect(await problem(whole.slice(0, whole.length / 2))).toMatch(/no zip/);
  const many = Object.fromEntries(Array.from({ length: 2100 }, (_, i) => [`${i}`, new Uint8Array(1)]));
  expect(await problem(zipSync(many, { level: 0 }))).toMatch(/too large/);
});

test('a zip that was broken anywhere is refused in words, or read whole: none throws', async () => {
  const whole = await zipCourse(course);
  let refused = 0;
  for (let i = 0; i < 1200; i++) {
    const broken = whole.slice(0, i % 3 === 0 ? (i * 7919) % whole.length : whole.length);
    for (let hurt = 0; hurt < 1 + (i % 7) && broken.length > 0; hurt++)
      broken[(i * 104_729 + hurt * 1299) % broken.length]! ^= 1 + ((i * 31) % 255);
    const read = await unzipCourse(broken);
    if (read.ok) expect(read.value.exercises).toHaveLength(1);
    else {
      refused++;
      expect(read.issues[0]!.message).toMatch(/\S.{8,}/);
    }
  }
  expect(refused).toBeGreaterThan(400);
});
