import { zodResolver } from '@hookform/resolvers/zod';
import { type CoursePeople, type CourseRole, type Invitation, NewInvitation } from '@undulan/contract';
import { format } from 'date-fns';
import { Link2, ListPlus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { explain, useEndInvitationMutation, useInviteMutation } from '../../server-data/index.ts';
import { Button, copyLink, Field, FormField, INPUT, LinkGiven, sayProblem } from '../../ui/index.ts';
import { RosterDialog } from './RosterDialog.tsx';

const pathOf = ({ code }: Pick<Invitation, 'code'>): string => `/join/${code}`;

interface InvitationsProps {
  courseId: string;
  course: CoursePeople;
}

/** Links by which people join the course: with so many places, until a day. */
export function Invitations({ courseId, course }: InvitationsProps) {
  const [lists, setLists] = useState(false);
  const [end] = useEndInvitationMutation();
  const endOne = async (id: string): Promise<void> => {
    const { error } = await end({ courseId, id });
    if (error) sayProblem(explain(error));
  };
  return (
    <section aria-label="Invitations" className="grid gap-3">
      <h1 className="text-xl">Invite people</h1>
      <div className="flex flex-wrap items-start gap-x-8 gap-y-3">
        <Invite courseId={courseId} />
        <Button className="mt-5" onClick={() => setLists(true)}>
          <ListPlus size={15} /> Invite a list …
        </Button>
      </div>
      {lists && <RosterDialog courseId={courseId} course={course} onClose={() => setLists(false)} />}
      {course.invitations.length > 0 && (
        <ul className="max-h-80 overflow-y-auto rounded-lg border border-rule bg-page">
          {course.invitations.map((invitation) => {
            const { id, to, role, places, used, endsAt } = invitation;
            return (
              <li key={id} className="flex items-center gap-x-4 border-b border-rule px-3 py-2 last:border-0">
                {to && (
                  <span className="w-56 shrink-0 truncate text-sm" title={`${to.name}, ${to.email}`}>
                    {to.name} <span className="text-xs text-faint">{to.email}</span>
                  </span>
                )}
                <LinkGiven path={pathOf(invitation)} />
                <span className="text-sm whitespace-nowrap text-faint">
                  as {role} · {!to && `${used} of ${places} joined · `}until {format(new Date(endsAt), 'd MMM yyyy')}
                </span>
                <Button
                  small
                  kind="quiet"
                  square
                  aria-label={to ? `End the invitation of ${to.name}` : 'End this invitation'}
                  onClick={() => void endOne(id)}
                >
                  <Trash2 size={14} />
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

function Invite({ courseId }: { courseId: string }) {
  const form = useForm({
    resolver: zodResolver(NewInvitation),
    defaultValues: { role: 'learner' as CourseRole, places: 30, days: 14 },
  });
  const [invite, { isLoading }] = useInviteMutation();
  const { errors } = form.formState;
  const make = async (invitation: NewInvitation): Promise<void> => {
    const { data, error } = await invite({ courseId, invitation });
    if (error) sayProblem(explain(error));
    else await copyLink(pathOf(data));
  };
  const number = { valueAsNumber: true };
  return (
    <form
      className="flex flex-wrap items-start gap-3"
      noValidate
      onSubmit={(event) => void form.handleSubmit(make)(event)}
    >
      <Field label="They join as" error={errors.role?.message}>
        {(ids) => (
          <select {...ids} {...form.register('role')} className={INPUT}>
            <option value="learner">learners</option>
            <option value="marker">markers</option>
            <option value="instructor">instructors</option>
          </select>
        )}
      </Field>
      <FormField
        label="Places"
        field={form.register('places', number)}
        error={errors.places?.message}
        inputMode="numeric"
        className="w-32"
      />
      <FormField
        label="Days it lasts"
        field={form.register('days', number)}
        error={errors.days?.message}
        inputMode="numeric"
        className="w-32"
      />
      <Button type="submit" kind="main" className="mt-5" disabled={isLoading}>
        <Link2 size={15} /> Make a link
      </Button>
    </form>
  );
}
