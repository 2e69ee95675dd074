import type { InstallationCourse } from '@undulan/contract';
import { format } from 'date-fns';
import { useInstallationCoursesQuery } from '../../server-data/index.ts';
import { type Column, Fetched, fixed, Table } from '../../ui/index.ts';
import { FRESH } from './fresh.ts';

const COLUMNS: Column<InstallationCourse>[] = [
  { id: 'title', heading: 'Course', names: true, sortBy: ({ title }) => title, cell: ({ title }) => title },
  {
    id: 'instructors',
    heading: 'Instructed by',
    cell: ({ instructors }) => instructors.join(', ') || <span className="text-danger">nobody</span>,
  },
  { id: 'learners', heading: 'Learners', figures: true, sortBy: (c) => c.learners, cell: (c) => c.learners },
  { id: 'exercises', heading: 'Exercises', figures: true, sortBy: (c) => c.exercises, cell: (c) => c.exercises },
  { id: 'takes', heading: 'Takes', figures: true, sortBy: (c) => c.takes, cell: (c) => c.takes },
  {
    id: 'clips',
    heading: 'Clips, MB',
    figures: true,
    sortBy: (c) => c.clipMegabytes,
    cell: (c) => fixed(c.clipMegabytes, 1),
  },
  {
    id: 'last',
    heading: 'Last take',
    sortBy: ({ lastTakeAt }) => lastTakeAt,
    cell: ({ lastTakeAt }) => (lastTakeAt ? format(lastTakeAt, 'd MMM yyyy') : '–'),
  },
];

/** Every course of the installation. */
export function Courses() {
  const query = useInstallationCoursesQuery(undefined, FRESH);
  return (
    <Fetched what="courses" query={query}>
      {(courses) => (
        <div className="overflow-x-auto rounded-lg border border-rule bg-page">
          <Table
            label="Courses"
            className="w-full border-collapse text-sm"
            pad="px-3 py-1.5"
            columns={COLUMNS}
            rows={courses}
            rowId={({ id }) => id}
          />
        </div>
      )}
    </Fetched>
  );
}
