import * as z from 'zod';
import { accept, refuse, type Result } from '../result.ts';
import { type Lesson, readLesson } from '../teaching/index.ts';
import { type Project, ProjectPicture, readProject, writeProject } from './project.ts';

/** What a course as a file says of itself; the rest are files of their own beside it. */
const CourseManifest = z.object({
  format: z.literal('undulan-course'),
  version: z.literal(1),
  title: z.string().max(200),
  exercises: z.array(z.string().max(300)).max(500),
  lessons: z.array(z.string().max(300)).max(500),
});

/** Pictures of lessons, by the ids that looks name; those of exercises are in their projects. */
const LessonPictures = z.record(z.uuid(), ProjectPicture);

/** A course that is saved or read: its exercises and lessons in their order. */
export interface CourseFile {
  title: string;
  exercises: Omit<Project, 'format' | 'version'>[];
  lessons: Lesson[];
  lessonPictures: Record<string, ProjectPicture>;
}

const MANIFEST = 'course.json';
const PICTURES = 'lesson-pictures.json';

/** A course as the files of a zip, by their names: text each. */
export function writeCourseFiles({ title, exercises, lessons, lessonPictures }: CourseFile): Record<string, string> {
  const name = (folder: string, i: number, what: string, ending: string): string =>
    `${folder}/${String(i + 1).padStart(2, '0')} ${what.replaceAll(/[^\p{L}\p{N} ,.-]+/gu, '-')}.${ending}`;
  const projects = exercises.map(
    (project, i) => [name('exercises', i, project.title, 'undulan.json'), writeProject(project)] as const,
  );
  const taught = lessons.map(
    (lesson, i) => [name('lessons', i, lesson.name, 'lesson.json'), JSON.stringify(lesson)] as const,
  );
  const manifest = {
    format: 'undulan-course',
    version: 1,
    title,
    exercises: projects.map(([file]) => file),
    lessons: taught.map(([file]) => file),
  };
  return Object.fromEntries([
    [MANIFEST, JSON.stringify(CourseManifest.parse(manifest), null, 1)],
    [PICTURES, JSON.stringify(lessonPictures)],
    ...projects,
    ...taught,
  ]);
}

function parsed<T>(schema: z.ZodType<T>, text: string | undefined, what: string): Result<T> {
  let data: unknown;
  try {
    data = JSON.parse(text ?? '');
  } catch {
    return refuse('no-json', [what], `${what} is not there, or is no JSON.`);
  }
  const read = schema.safeParse(data);
  if (read.success) return accept(read.data);
  const { path, message } = read.error.issues[0]!;
  return refuse(
    'broken',
    [what, ...path.map(String)],
    `${what} is broken at ${path.map(String).join('.')}: ${message}`,
  );
}

/** Reads a course from the files of a zip. All of it is right, or it is refused with which file is wrong, and where. */
export function readCourseFiles(files: Readonly<Record<string, string>>): Result<CourseFile> {
  if (files[MANIFEST] === undefined)
    return refuse('no-course', [], `This zip is no course of this program: there is no ${MANIFEST} in it.`);
  const manifest = parsed(CourseManifest, files[MANIFEST], MANIFEST);
  if (!manifest.ok) return manifest;
  const pictures = parsed(LessonPictures, files[PICTURES] ?? '{}', PICTURES);
  if (!pictures.ok) return pictures;
  const all = <T>(names: readonly string[], read: (text: string) => Result<T>): Result<T[]> => {
    const made: T[] = [];
    for (const name of names) {
      const one = files[name] === undefined ? refuse<T>('missing', [name], 'It is not in the zip.') : read(files[name]);
      if (!one.ok) return refuse(one.issues[0]!.code, [name], `${name}: ${one.issues[0]!.message}`);
      made.push(one.value);
    }
    return accept(made);
  };
  const exercises = all(manifest.value.exercises, readProject);
  if (!exercises.ok) return exercises;
  const lessons = all(manifest.value.lessons, readLesson);
  if (!lessons.ok) return lessons;
  return accept({
    title: manifest.value.title,
    exercises: exercises.value,
    lessons: lessons.value,
    lessonPictures: pictures.value,
  });
}
