import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { createBoard, createLesson, usualVariant } from '../teaching/index.ts';
import { type CourseFile, readCourseFiles, writeCourseFiles } from './course-zip.ts';

const motion = glassSlide(
  [
    [1, 0],
    [17, 400],
  ],
  { last: 24 },
);
const lane = { id: 'lane', name: 'It', variant: usualVariant('own'), motion: null };
const course: CourseFile = {
  title: 'Kitchen in Motion',
  exercises: [
    { title: 'Slide', motion, terms: null, pictures: {} },
    { title: 'Slide/..\\again', motion, terms: null, pictures: {} },
  ],
  lessons: [createLesson('Spacing', [createBoard('board', 'Glass', motion, [lane])])],
  lessonPictures: { '00000000-0000-4000-8000-00000000000a': { type: 'image/png', base64: 'iVBORw0KGgo=' } },
};

test('a course comes back from its files as it was, in its order, whatever its parts are called', () => {
  const files = writeCourseFiles(course);
  const read = readCourseFiles(files);
  expect(read).toMatchObject({ ok: true, value: course });
  // No name leads out of the zip.
  for (const name of Object.keys(files)) expect(name.split('/').length).toBeLessThanOrEqual(2);
  expect(Object.keys(files).some((name) => name.includes('..\\') || name.startsWith('/'))).toBe(false);
});

test('what is no course, or lacks a part, is refused with which', () => {
  const files = writeCourseFiles(course);
  const problem = (changed: Record<string, string | undefined>): string | undefined => {
    const read = readCourseFiles(
      Object.fromEntries(Object.entries({ ...files, ...changed }).filter(([, text]) => text !== undefined)) as Record<
        string,
        string
      >,
    );
    return read.ok ? undefined : read.issues[0]!.message;
  };
  expect(readCourseFiles({})).toMatchObject({ ok: false });
  expect(problem({ 'course.json': '{' })).toMatch(/^course\.json is not there, or is no JSON/);
  expect(problem({ 'course.json': '{"format":"other"}' })).toMatch(/^course\.json is broken at format/);
  const [exercise] = Object.keys(files).filter((name) => name.startsWith('exercises/'));
  expect(problem({ [exercise!]: undefined })).toMatch(/^exercises\/01 Slide\.undulan\.json: It is not in the zip\./);
  expect(problem({ [exercise!]: '{}' })).toMatch(/^exercises\/01 .*: This file is no project/);
  expect(problem({ 'lesson-pictures.json': '{"a":1}' })).toMatch(/^lesson-pictures\.json is broken/);
});
