import type { CourseOverview } from '@undulan/contract';
import { type ReactNode, useState } from 'react';
import { explain, useArchiveCourseMutation } from '../../server-data/index.ts';
import { BeginCourseDialog } from '../../shell/index.ts';
import { MenuItem, MenuLine, sayDone, sayProblem, sayUndoable } from '../../ui/index.ts';
import { ArrangeDialog } from './ArrangeDialog.tsx';
import { CopyCourseDialog } from './CopyCourseDialog.tsx';
import { PutAwayDialog } from './PutAwayDialog.tsx';

const SHEETS = { arrange: ArrangeDialog, 'put away': PutAwayDialog, copy: CopyCourseDialog };

/** What an instructor does with a course as a whole, as items of a menu; and the sheet that one of them opens. */
export function useCourseSheets(course: CourseOverview | null): { items: ReactNode; opened: ReactNode } {
  const [name, setName] = useState<keyof typeof SHEETS | 'begin' | null>(null);
  const [archiveCourse] = useArchiveCourseMutation();
  if (!course) return { items: null, opened: null };
  const { id: courseId, archived } = course;
  const archive = async (): Promise<void> => {
    const { error } = await archiveCourse({ courseId, archived: !archived });
    if (error) sayProblem(explain(error));
    else if (archived) sayDone('The course goes on.');
    else
      sayUndoable('The course is archived: nothing new is begun in it.', () => {
        void archiveCourse({ courseId, archived: false });
      });
  };
  const Sheet = name && name !== 'begin' ? SHEETS[name] : null;
  const close = (): void => setName(null);
  return {
    opened: (
      <>
        {Sheet && <Sheet course={course} onClose={close} />}
        {name === 'begin' && <BeginCourseDialog onClose={close} />}
      </>
    ),
    items: (
      <>
        <MenuItem
          disabledReason={course.exercises.length === 0 && 'There is no exercise yet.'}
          onSelect={() => setName('arrange')}
        >
          Arrange exercises and units …
        </MenuItem>
        <MenuItem
          disabledReason={course.putAway === 0 && 'No exercise is put away.'}
          onSelect={() => setName('put away')}
        >
          Exercises that are put away …
        </MenuItem>
        <MenuLine />
        <MenuItem onSelect={() => setName('copy')}>Copy this course …</MenuItem>
        <MenuItem onSelect={() => void archive()}>
          {archived ? 'Take this course back' : 'Archive this course'}
        </MenuItem>
        <MenuItem onSelect={() => setName('begin')}>Begin another course …</MenuItem>
      </>
    ),
  };
}
