import type { CourseOverview, ExerciseSummary } from '@undulan/contract';
import { EllipsisVertical } from 'lucide-react';
import { Button, Menu, MenuItem } from '../../ui/index.ts';

interface CourseMenuProps {
  title: string;
  exercises: readonly ExerciseSummary[];
  /** Null for a learner. */
  overview: CourseOverview | null;
}

/** Writing them is fetched when it is asked for. */
const files = () => import('./course-files.ts');

/** What of a course can be saved as a file. */
export function CourseMenu({ title, exercises, overview }: CourseMenuProps) {
  const isDue = exercises.some(({ dueAt }) => dueAt !== null);
  return (
    <Menu
      trigger={
        <Button square aria-label="More of this course">
          <EllipsisVertical size={16} />
        </Button>
      }
    >
      <MenuItem
        disabledReason={!isDue && 'Nothing has a due date.'}
        onSelect={() => void files().then(({ saveDueDates }) => saveDueDates(title, exercises))}
      >
        Save due dates as a calendar
      </MenuItem>
      {overview && (
        <MenuItem onSelect={() => void files().then(({ saveGrades }) => saveGrades(overview))}>
          Save grades as a table
        </MenuItem>
      )}
    </Menu>
  );
}
