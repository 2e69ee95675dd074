import type { CourseOverview, ExerciseDetails } from '@undulan/contract';
import {
  type CourseFile,
  picturesOfLesson,
  picturesOfMotion,
  problemOf,
  withLessonPicturesCalled,
} from '@undulan/core';
import { picturesAsFiles, termsOfProject } from '../../exports/index.ts';
import { keptPictures, useKeepPicture, withPicturesKept, withTerms } from '../../imports/index.ts';
import {
  explain,
  useCreateExerciseMutation,
  useCreateLessonMutation,
  useLazyLessonQuery,
  useLazySettingQuery,
  useLessonsQuery,
} from '../../server-data/index.ts';
import { saveBytes, sayDone, sayProblem } from '../../ui/index.ts';

/** Saving a course's exercises and lessons as one file, and taking those of another course in. */
export function useCourseZip(course: CourseOverview) {
  const [setting] = useLazySettingQuery();
  const [lesson] = useLazyLessonQuery();
  const { data: lessons } = useLessonsQuery(course.id);
  const [createExercise] = useCreateExerciseMutation();
  const [createLesson] = useCreateLessonMutation();
  const keep = useKeepPicture(course.id);

  const save = async (): Promise<void> => {
    try {
      const exercises: CourseFile['exercises'] = [];
      for (const { id } of course.exercises) {
        const { motion, details } = (await setting(id).unwrap()).work;
        const pictures = await picturesAsFiles(picturesOfMotion(motion));
        exercises.push({ title: details!.title, motion, terms: termsOfProject(details!), pictures });
      }
      const taught: CourseFile['lessons'] = [];
      for (const { id } of lessons ?? []) taught.push((await lesson(id).unwrap()).lesson);
      const lessonPictures = await picturesAsFiles([...new Set(taught.flatMap(picturesOfLesson))]);
      const { zipCourse } = await import('./course-zip.ts');
      const bytes = await zipCourse({ title: course.title, exercises, lessons: taught, lessonPictures });
      saveBytes(`${course.title}.course.zip`, 'application/zip', bytes);
    } catch (error) {
      sayProblem(`The course could not be saved: ${explain(error)}`);
    }
  };

  const takeIn = async (file: File): Promise<void> => {
    const { unzipCourse } = await import('./course-zip.ts');
    const read = await unzipCourse(new Uint8Array(await file.arrayBuffer()));
    if (!read.ok) {
      sayProblem(problemOf(read)!);
      return;
    }
    const { exercises, lessons: taught, lessonPictures } = read.value;
    for (const project of exercises) {
      const imported = await withPicturesKept(project, keep);
      const details: ExerciseDetails | null = imported.ok ? withTerms(imported.value) : null;
      const made =
        imported.ok && details
          ? await createExercise({
              courseId: course.id,
              exercise: { work: { motion: imported.value.motion, details } },
            })
          : null;
      if (!made?.data) {
        sayProblem(`“${project.title}” could not be taken in: ${problemOf(imported) ?? explain(made?.error)}`);
        return;
      }
    }
    const called = await keptPictures(lessonPictures, keep);
    if (!called.ok) {
      sayProblem(problemOf(called)!);
      return;
    }
    for (const one of taught) {
      const made = await createLesson({
        courseId: course.id,
        lesson: withLessonPicturesCalled(one, called.value),
      });
      if (!made.data) {
        sayProblem(`“${one.name}” could not be taken in: ${explain(made.error)}`);
        return;
      }
    }
    const count = (many: number, one: string): string => `${many} ${one}${many === 1 ? '' : 's'}`;
    sayDone(
      `Taken in: ${count(exercises.length, 'exercise')}, not published yet, and ${count(taught.length, 'lesson')}.`,
    );
  };
  return { save, takeIn };
}
