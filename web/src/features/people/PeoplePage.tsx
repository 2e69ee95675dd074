import type { CoursePeople } from '@undulan/contract';
import { useParams } from 'react-router';
import { useCoursePeopleQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { type Column, LoadFailed, Loading, Table } from '../../ui/index.ts';
import { CourseNameForm } from './CourseNameForm.tsx';
import { Invitations } from './Invitations.tsx';

/** Who is in a course, the links by which others come in, and what it is called. */
export function PeoplePage() {
  const { courseId = '' } = useParams();
  const { data, error, refetch } = useCoursePeopleQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
  });
  return (
    <Shell crumbs={[{ label: data?.title ?? 'Course', to: `/courses/${courseId}` }, { label: 'People' }]}>
      {error && !data ? (
        <LoadFailed what="people" error={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the people of the course" />
      ) : (
        <div className="h-full overflow-y-auto">
          <div className="mx-auto grid max-w-5xl gap-7 px-8 py-6">
            <Invitations courseId={courseId} invitations={data.invitations} />
            <Everyone people={data.people} />
            <CourseNameForm key={data.title} courseId={courseId} title={data.title} />
          </div>
        </div>
      )}
    </Shell>
  );
}

type Member = CoursePeople['people'][number];

const COLUMNS: Column<Member>[] = [
  { id: 'name', heading: 'Name', names: true, sortBy: ({ name }) => name, cell: ({ name }) => name },
  { id: 'email', heading: 'E-mail', sortBy: ({ email }) => email, cell: ({ email }) => email },
  { id: 'role', heading: 'Role', sortBy: ({ role }) => role, cell: ({ role }) => role },
];

function Everyone({ people }: { people: readonly Member[] }) {
  return (
    <section aria-label="Everyone" className="grid gap-2">
      <h2 className="text-base">
        {people.length} {people.length === 1 ? 'person' : 'people'}
      </h2>
      <div className="overflow-x-auto rounded-lg border border-rule bg-page">
        <Table
          label="Everyone"
          className="w-full border-collapse text-sm"
          columns={COLUMNS}
          rows={people}
          rowId={({ id }) => id}
        />
      </div>
    </section>
  );
}
