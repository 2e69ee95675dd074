import type { CourseOverview, ExerciseSummary } from '@undulan/contract';
import { EllipsisVertical } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, Menu, MenuItem, MenuLine } from '../../ui/index.ts';
import { useCourseZip } from './use-course-zip.ts';

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
  const file = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<File | null>(null);
  const onTakeIn = (): void => file.current!.click();
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".zip,application/zip"
        aria-label="File of a course"
        className="hidden"
        onChange={(event) => {
          setChosen(event.target.files?.[0] ?? null);
          event.target.value = '';
        }}
      />
      {overview && chosen && <TakingIn overview={overview} file={chosen} onDone={() => setChosen(null)} />}
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
        {overview && <InstructorFiles overview={overview} onTakeIn={onTakeIn} />}
      </Menu>
    </>
  );
}

function InstructorFiles({ overview, onTakeIn }: { overview: CourseOverview; onTakeIn: () => void }) {
  const { save } = useCourseZip(overview);
  return (
    <>
      <MenuItem onSelect={() => void files().then(({ saveGrades }) => saveGrades(overview))}>
        Save grades as a table
      </MenuItem>
      <MenuLine />
      <MenuItem onSelect={() => void save()}>Save exercises and lessons as a zip</MenuItem>
      <MenuItem onSelect={onTakeIn}>Take exercises and lessons in from a zip …</MenuItem>
    </>
  );
}

/** Takes a course's file in once, while it says so. */
function TakingIn({ overview, file, onDone }: { overview: CourseOverview; file: File; onDone: () => void }) {
  const { takeIn } = useCourseZip(overview);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void takeIn(file).finally(onDone);
  }, [takeIn, file, onDone]);
  return (
    <span role="status" className="text-sm text-faint">
      Taking in {file.name} …
    </span>
  );
}
