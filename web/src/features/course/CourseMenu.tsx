import type { CourseOverview, ExerciseSummary } from '@undulan/contract';
import { EllipsisVertical } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, Menu, MenuItem, MenuLine, useFileChoice } from '../../ui/index.ts';
import { ClassTakes } from './ClassTakes.tsx';
import { useCourseSheets } from './use-course-sheets.tsx';
import { useCourseZip } from './use-course-zip.ts';
import { useSampleFiles } from './use-sample-files.ts';

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
  const saveSamples = useSampleFiles(exercises, overview !== null);
  const [chosen, setChosen] = useState<File | null>(null);
  const [takes, setTakes] = useState(false);
  const sheets = useCourseSheets(overview);
  const { input, choose } = useFileChoice({
    label: 'File of a course',
    accept: '.zip,application/zip',
    onFiles: ([file]) => setChosen(file),
  });
  return (
    <>
      {input}
      {overview && chosen && <TakingIn overview={overview} file={chosen} onDone={() => setChosen(null)} />}
      {sheets.opened}
      {overview && takes && <ClassTakes overview={overview} onClose={() => setTakes(false)} />}
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
        <MenuItem
          disabledReason={exercises.length === 0 && 'There is no exercise yet.'}
          onSelect={() => void saveSamples()}
        >
          Save sample files as a zip
        </MenuItem>
        {overview && (
          <>
            <InstructorFiles overview={overview} onTakes={() => setTakes(true)} onTakeIn={choose} />
            <MenuLine />
            {sheets.items}
          </>
        )}
      </Menu>
    </>
  );
}

interface InstructorFilesProps {
  overview: CourseOverview;
  onTakes: () => void;
  onTakeIn: () => void;
}

function InstructorFiles({ overview, onTakes, onTakeIn }: InstructorFilesProps) {
  const { save } = useCourseZip(overview);
  const anyTake = overview.standings.some(({ takes }) => takes.length > 0);
  return (
    <>
      <MenuItem onSelect={() => void files().then(({ saveGrades }) => saveGrades(overview))}>
        Save grades as a table
      </MenuItem>
      <MenuItem disabledReason={!anyTake && 'No take is handed in.'} onSelect={onTakes}>
        Save the class’s takes …
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
