import { type InstallationPerson, type PasswordLink, PEOPLE_PAGE } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { EllipsisVertical } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import {
  explain,
  useChooseAdministratorMutation,
  useEndSessionsOfMutation,
  useInstallationPeopleQuery,
  useLinkForPersonMutation,
} from '../../server-data/index.ts';
import { PasswordLinkDialog } from '../../shell/index.ts';
import {
  Button,
  type Column,
  Fetched,
  Field,
  INPUT,
  Menu,
  MenuItem,
  sayDone,
  sayProblem,
  Table,
} from '../../ui/index.ts';
import { FRESH } from './fresh.ts';

const COLUMNS: Column<InstallationPerson>[] = [
  {
    id: 'name',
    heading: 'Name',
    names: true,
    sortBy: ({ name }) => name,
    cell: ({ name, isAdministrator }) => (
      <>
        {name}
        {isAdministrator && <span className="ml-2 text-xs text-faint">administrator</span>}
      </>
    ),
  },
  { id: 'email', heading: 'E-mail', sortBy: ({ email }) => email, cell: ({ email }) => email },
  {
    id: 'courses',
    heading: 'Courses',
    cell: ({ courses }) => courses.map(({ title, role }) => `${title} (${role})`).join(', ') || '–',
  },
  {
    id: 'seen',
    heading: 'Last here',
    sortBy: ({ seenAt }) => seenAt,
    cell: ({ seenAt }) => (seenAt ? formatDistanceToNow(seenAt, { addSuffix: true }) : '–'),
  },
];

/** Everyone who has an account, and what can be done for them. */
export function AllPeople() {
  const [words, setWords] = useState('');
  const query = useInstallationPeopleQuery(useDeferredValue(words.trim()), FRESH);
  const [link, setLink] = useState<{ name: string; link: PasswordLink } | null>(null);
  return (
    <div className="grid gap-3">
      <Field label="Name or e-mail" className="w-72">
        {(ids) => (
          <input {...ids} type="search" value={words} onChange={(e) => setWords(e.target.value)} className={INPUT} />
        )}
      </Field>
      <Fetched what="people" query={query}>
        {({ people, total }) => (
          <>
            <div className="overflow-x-auto rounded-lg border border-rule bg-page">
              <Table
                label="People"
                className="w-full border-collapse text-sm"
                columns={[
                  ...COLUMNS,
                  {
                    id: 'do',
                    heading: '',
                    className: 'text-right',
                    cell: (person) => <ForPerson person={person} onLink={setLink} />,
                  },
                ]}
                rows={people}
                rowId={({ id }) => id}
              />
            </div>
            <p className="text-xs text-faint">
              {total > PEOPLE_PAGE
                ? `The first ${PEOPLE_PAGE} of ${total}: look for a name to see the others.`
                : `${total} in all.`}
            </p>
          </>
        )}
      </Fetched>
      {link && <PasswordLinkDialog {...link} onClose={() => setLink(null)} />}
    </div>
  );
}

interface ForPersonProps {
  person: InstallationPerson;
  onLink: (given: { name: string; link: PasswordLink }) => void;
}

function ForPerson({ person: { id, name, isAdministrator }, onLink }: ForPersonProps) {
  const [choose] = useChooseAdministratorMutation();
  const [makeLink] = useLinkForPersonMutation();
  const [end] = useEndSessionsOfMutation();
  const say = ({ error }: { error?: unknown }, done: string): void => {
    if (error) sayProblem(explain(error));
    else sayDone(done);
  };
  const give = async (): Promise<void> => {
    const { data, error } = await makeLink(id);
    if (data) onLink({ name, link: data });
    else sayProblem(explain(error));
  };
  return (
    <Menu
      trigger={
        <Button square small kind="quiet" aria-label={`What can be done for ${name}`}>
          <EllipsisVertical size={15} />
        </Button>
      }
    >
      <MenuItem onSelect={() => void give()}>Make a link to a new password …</MenuItem>
      <MenuItem onSelect={() => void end(id).then((answer) => say(answer, `${name} is signed out everywhere.`))}>
        Sign out everywhere
      </MenuItem>
      <MenuItem
        onSelect={() =>
          void choose({ personId: id, isAdministrator: !isAdministrator }).then((answer) =>
            say(answer, isAdministrator ? `${name} is no administrator any more.` : `${name} is an administrator now.`),
          )
        }
      >
        {isAdministrator ? 'No administrator any more' : 'Make an administrator'}
      </MenuItem>
    </Menu>
  );
}
