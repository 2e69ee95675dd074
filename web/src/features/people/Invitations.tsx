import { zodResolver } from '@hookform/resolvers/zod';
import { type CourseRole, type Invitation, NewInvitation } from '@undulan/contract';
import { format } from 'date-fns';
import { Link2, Trash2 } from 'lucide-react';
import { useForm } from 'react-hook-form';
import { explain, useEndInvitationMutation, useInviteMutation } from '../../server-data/index.ts';
import { Button, copyLink, Field, FormField, INPUT, LinkGiven, sayProblem } from '../../ui/index.ts';

const pathOf = ({ code }: Pick<Invitation, 'code'>): string => `/join/${code}`;

interface InvitationsProps {
  courseId: string;
  invitations: readonly Invitation[];
}

/** Links by which people join the course: with so many places, until a day. */
export function Invitations({ courseId, invitations }: InvitationsProps) {
  const [end] = useEndInvitationMutation();
  const endOne = async (id: string): Promise<void> => {
    const { error } = await end({ courseId, id });
    if (error) sayProblem(explain(error));
  };
  return (
    <section aria-label="Invitations" className="grid gap-3">
      <h1 className="text-xl">Invite people</h1>
      <Invite courseId={courseId} />
      {invitations.length > 0 && (
        <ul className="grid gap-2">
          {invitations.map((invitation) => {
            const { id, role, places, used, endsAt } = invitation;
            return (
              <li
                key={id}
                className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-lg border border-rule bg-page p-3"
              >
                <LinkGiven path={pathOf(invitation)} />
                <span className="text-sm text-faint">
                  as {role} · {used} of {places} joined · until {format(new Date(endsAt), 'd MMM yyyy')}
                </span>
                <Button small kind="quiet" square aria-label="End this invitation" onClick={() => void endOne(id)}>
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
