import { type CoursePeople, CourseRole, type PasswordLink } from '@undulan/contract';
import { KeyRound, UserMinus } from 'lucide-react';
import { useState } from 'react';
import { useParams } from 'react-router';
import {
  explain,
  useChooseRoleMutation,
  useCoursePeopleQuery,
  useLinkForLearnerMutation,
  useTakeOutMutation,
} from '../../server-data/index.ts';
import { PasswordLinkDialog, Shell } from '../../shell/index.ts';
import { Button, type Column, Dialog, Fetched, sayDone, sayProblem, Select, Table, Tick } from '../../ui/index.ts';
import { CourseNameForm } from './CourseNameForm.tsx';
import { DefaultsForm } from './DefaultsForm.tsx';
import { Invitations } from './Invitations.tsx';
import { WhoLeft } from './WhoLeft.tsx';

/** Who is in a course, the links by which others come in, and what it is called. */
export function PeoplePage() {
  const { courseId = '' } = useParams();
  const { data, error, refetch } = useCoursePeopleQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
  });
  return (
    <Shell crumbs={[{ label: data?.title ?? 'Course', to: `/courses/${courseId}` }, { label: 'People' }]}>
      <Fetched what="people" loading="the people of the course" query={{ data, error, refetch }}>
        {(data) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto grid max-w-5xl gap-7 px-8 py-6">
              <Invitations courseId={courseId} course={data} />
              <Everyone courseId={courseId} people={data.people} />
              <WhoLeft left={data.left} />
              <CourseNameForm key={data.title} courseId={courseId} title={data.title} />
              <DefaultsForm courseId={courseId} defaults={data.defaults} />
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}

type Member = CoursePeople['people'][number];

const COLUMNS: Column<Member>[] = [
  { id: 'name', heading: 'Name', names: true, sortBy: ({ name }) => name, cell: ({ name }) => name },
  { id: 'email', heading: 'E-mail', sortBy: ({ email }) => email, cell: ({ email }) => email },
];

const ROLES = CourseRole.options.map((role) => ({ id: role, label: role }));
const ONE_INSTRUCTOR = 'A course has one instructor at least.';

function Everyone({ courseId, people }: { courseId: string; people: readonly Member[] }) {
  const [leaving, setLeaving] = useState<Member | null>(null);
  const [link, setLink] = useState<{ name: string; link: PasswordLink } | null>(null);
  const [chooseRole] = useChooseRoleMutation();
  const choose = async ({ id, name }: Member, role: CourseRole): Promise<void> => {
    const { error } = await chooseRole({ courseId, personId: id, role });
    if (error) sayProblem(explain(error));
    else sayDone(`${name} is ${role === 'instructor' ? 'an' : 'a'} ${role} now.`);
  };
  const [makeLink] = useLinkForLearnerMutation();
  const give = async ({ id, name }: Member): Promise<void> => {
    const { data, error } = await makeLink({ courseId, personId: id });
    if (data) setLink({ name, link: data });
    else sayProblem(explain(error));
  };
  const instructors = people.filter(({ role }) => role === 'instructor').length;
  return (
    <section aria-label="Everyone" className="grid gap-2">
      <h2 className="text-base">
        {people.length} {people.length === 1 ? 'person' : 'people'}
      </h2>
      <div className="overflow-x-auto rounded-lg border border-rule bg-page">
        <Table
          label="Everyone"
          className="w-full border-collapse text-sm"
          columns={[
            ...COLUMNS,
            {
              id: 'role',
              heading: 'Role',
              sortBy: ({ role }) => CourseRole.options.indexOf(role),
              cell: (member) => (
                <Select
                  size="bar"
                  aria-label={`Role of ${member.name}`}
                  value={member.role}
                  choices={ROLES}
                  disabled={member.role === 'instructor' && instructors === 1}
                  title={member.role === 'instructor' && instructors === 1 ? ONE_INSTRUCTOR : undefined}
                  onChoose={(role) => void choose(member, role)}
                />
              ),
            },
            {
              id: 'leave',
              heading: '',
              className: 'text-right',
              cell: (member) => (
                <>
                  <Button
                    small
                    square
                    kind="quiet"
                    aria-label={`A new password for ${member.name}`}
                    tip="Make a link to a new password"
                    disabledReason={member.role !== 'learner' && 'Who runs the installation does this for instructors.'}
                    onClick={() => void give(member)}
                  >
                    <KeyRound size={15} />
                  </Button>
                  <Button
                    small
                    square
                    kind="quiet"
                    aria-label={`Take ${member.name} out`}
                    disabledReason={member.role === 'instructor' && instructors === 1 && ONE_INSTRUCTOR}
                    onClick={() => setLeaving(member)}
                  >
                    <UserMinus size={15} />
                  </Button>
                </>
              ),
            },
          ]}
          rows={people}
          rowId={({ id }) => id}
        />
      </div>
      {link && <PasswordLinkDialog {...link} onClose={() => setLink(null)} />}
      {leaving && <TakeOut courseId={courseId} member={leaving} onClose={() => setLeaving(null)} />}
    </section>
  );
}

interface TakeOutProps {
  courseId: string;
  member: Member;
  onClose: () => void;
}

/** Asks before someone goes. */
function TakeOut({ courseId, member, onClose }: TakeOutProps) {
  const [takeOut, { isLoading }] = useTakeOutMutation();
  const [stays, setStays] = useState(false);
  const confirm = async (): Promise<void> => {
    const { error } = await takeOut({ courseId, personId: member.id, inLedger: stays });
    if (error) sayProblem(explain(error));
    else sayDone(`${member.name} is out of the course.`);
    onClose();
  };
  return (
    <Dialog
      open
      title={`Take ${member.name} out of the course?`}
      onClose={onClose}
      actions={
        <Button kind="main" disabled={isLoading} onClick={() => void confirm()}>
          Take out
        </Button>
      }
    >
      <p className="text-sm">
        They see nothing of the course any more but what they handed in and what was said of it. All of it is theirs
        again should they join once more.
      </p>
      <Tick className="mt-3 text-sm" checked={stays} onTick={setStays}>
        Their takes stay among the figures of the Ledger
      </Tick>
    </Dialog>
  );
}
