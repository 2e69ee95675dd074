import { type CoursePeople, type CourseRole, Roster } from '@undulan/contract';
import { clsx } from 'clsx';
import { FileUp } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { explain, useInviteRosterMutation } from '../../server-data/index.ts';
import {
  Button,
  type Column,
  DecimalField,
  Dialog,
  Field,
  Problem,
  sayDone,
  Select,
  Table,
  useFileChoice,
} from '../../ui/index.ts';
import { readRoster, type RosterLine } from './roster.ts';

interface RosterDialogProps {
  courseId: string;
  course: CoursePeople;
  onClose: () => void;
}

/** A list that is longer than this is none. */
const MOST_BYTES = 1_000_000;

const COLUMNS: Column<RosterLine>[] = [
  { id: 'line', heading: 'Line', figures: true, headingClassName: 'w-12', cell: ({ line }) => line },
  { id: 'name', heading: 'Name', names: true, cell: ({ name }) => name },
  { id: 'email', heading: 'E-mail', cell: ({ email }) => email },
  {
    id: 'problem',
    heading: '',
    cell: ({ problem }) => <span className={clsx(problem && 'text-danger')}>{problem ?? 'is invited'}</span>,
  },
];

/** Invites a list of people, pasted or from a file; what is wrong with it is said line by line first. */
export function RosterDialog({ courseId, course, onClose }: RosterDialogProps) {
  const [text, setText] = useState('');
  const [unreadable, setUnreadable] = useState<string | null>(null);
  const [role, setRole] = useState<CourseRole>('learner');
  const [days, setDays] = useState(14);
  const [invite, { error, isLoading }] = useInviteRosterMutation();
  const known = useMemo(
    () => ({
      members: new Set(course.people.map(({ email }) => email)),
      invited: new Set(course.invitations.flatMap(({ to }) => to?.email ?? [])),
    }),
    [course],
  );
  const listed = useDeferredValue(text);
  const { lines, problem } = useMemo(() => readRoster(listed, known), [listed, known]);
  const good = lines.filter((line) => line.problem === null);
  const bad = lines.length - good.length;
  const take = async (file: File): Promise<void> => {
    setUnreadable(file.size > MOST_BYTES ? 'This file is too large for a list of people.' : null);
    if (file.size <= MOST_BYTES) setText(await file.text());
  };
  const { input, choose } = useFileChoice({
    label: 'File with people',
    accept: '.csv,.tsv,.txt,text/csv,text/plain',
    onFiles: ([file]) => void take(file),
  });
  const send = async (): Promise<void> => {
    const people = good.map(({ name, email }) => ({ name, email }));
    const { data } = await invite({ courseId, roster: { people, role, days } });
    if (!data) return;
    sayDone(`${data.invited} ${data.invited === 1 ? 'person is' : 'people are'} invited.`);
    onClose();
  };
  return (
    <Dialog
      open
      wide
      title="Invite a list of people"
      onClose={onClose}
      actions={
        <Button
          kind="main"
          disabled={isLoading}
          disabledReason={good.length === 0 && 'Nobody on the list can be invited yet.'}
          onClick={() => void send()}
        >
          Invite {good.length} {good.length === 1 ? 'person' : 'people'}
        </Button>
      }
    >
      <div className="grid gap-3">
        {input}
        <div className="flex items-end gap-3">
          <p className="flex-1 text-sm text-faint">
            A line each, with a name and an e-mail: from a table, with headings or without, or as a mail program has it.
            Everyone gets a link of their own by mail, and it stands in the list of invitations.
          </p>
          <Button onClick={choose}>
            <FileUp size={15} /> From a file
          </Button>
        </div>
        <Field label="The list" error={unreadable ?? (listed.trim() && problem ? problem : undefined)}>
          {(ids) => (
            <textarea
              {...ids}
              value={text}
              rows={5}
              spellCheck={false}
              placeholder={'Dario Lund, dario@kitchen.example\nOona Brandt, oona@kitchen.example'}
              onChange={(event) => setText(event.target.value)}
              className="figures rounded-md border border-rule bg-page p-2 text-sm aria-invalid:border-danger"
            />
          )}
        </Field>
        {lines.length > 0 && (
          <>
            <p role="status" className="text-sm">
              {good.length} can be invited
              {bad > 0 && (
                <span className="text-danger">
                  ; {bad} {bad === 1 ? 'is' : 'are'} left out, as said beside {bad === 1 ? 'it' : 'them'}
                </span>
              )}
              .
            </p>
            {/* What is wrong comes first: of a long list it would not be seen. */}
            <div
              className="max-h-56 overflow-auto rounded-lg border border-rule"
              role="region"
              aria-label="As it is read"
              tabIndex={0}
            >
              <Table
                label="As it is read"
                className="w-full border-collapse text-sm"
                columns={COLUMNS}
                rows={[...lines.filter((line) => line.problem !== null), ...good]}
                rowId={({ line, email }) => `${line} ${email}`}
              />
            </div>
          </>
        )}
        <div className="flex items-start gap-3">
          <Field label="They join as" className="w-40">
            {(ids) => (
              <Select
                {...ids}
                value={role}
                choices={[
                  { id: 'learner', label: 'learners' },
                  { id: 'marker', label: 'markers' },
                  { id: 'instructor', label: 'instructors' },
                ]}
                onChoose={setRole}
              />
            )}
          </Field>
          <DecimalField label="Days the links last" value={days} within={Roster.shape.days} onDecimal={setDays} />
        </div>
        <Problem className="text-sm!">{error && explain(error)}</Problem>
      </div>
    </Dialog>
  );
}
