import { zodResolver } from '@hookform/resolvers/zod';
import { NewPassword, type OpenSession } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { useForm } from 'react-hook-form';
import {
  explain,
  isProblem,
  useChangePasswordMutation,
  useEndSessionMutation,
  useOpenSessionsQuery,
} from '../../server-data/index.ts';
import { Button, FormField, LoadFailed, sayDone, sayProblem } from '../../ui/index.ts';

/** Another password, for who knows the one there is. */
export function PasswordForm() {
  const form = useForm({ resolver: zodResolver(NewPassword), defaultValues: { old: '', password: '' } });
  const [change, { isLoading }] = useChangePasswordMutation();
  const { errors } = form.formState;
  const keep = async (typed: NewPassword): Promise<void> => {
    const answer = await change(typed);
    if (!answer.error) {
      form.reset();
      sayDone('Your password is changed. Everywhere else you are signed out.');
    } else if (isProblem(answer.error, 'wrong-password')) form.setError('old', { message: explain(answer.error) });
    else sayProblem(explain(answer.error));
  };
  return (
    <form className="grid gap-2" noValidate onSubmit={(event) => void form.handleSubmit(keep)(event)}>
      <h2 className="text-base">Another password</h2>
      <div className="grid grid-cols-2 gap-3">
        <FormField
          label="Password you have now"
          field={form.register('old')}
          error={errors.old?.message}
          type="password"
          autoComplete="current-password"
        />
        <FormField
          label="New password"
          field={form.register('password')}
          error={errors.password?.message}
          hint="At least 10 characters."
          type="password"
          autoComplete="new-password"
        />
      </div>
      <div>
        <Button type="submit" disabled={isLoading}>
          Change password
        </Button>
      </div>
    </form>
  );
}

/** A browser by its name and system, as far as it says them. */
function nameOf({ begunWith }: OpenSession): string {
  const browser = /(Firefox|Edg|Chrome|Safari)/.exec(begunWith)?.[1]?.replace('Edg', 'Edge') ?? 'A browser';
  const system = /(Windows|Mac OS|Android|iPhone|iPad|Linux)/.exec(begunWith)?.[1];
  return system ? `${browser} on ${system}` : browser;
}

/** Where someone is signed in; elsewhere it can be ended. */
export function Sessions() {
  const { data, error, refetch } = useOpenSessionsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [end] = useEndSessionMutation();
  const finish = async (id: string): Promise<void> => {
    const answer = await end(id);
    if (answer.error) sayProblem(explain(answer.error));
  };
  return (
    <section aria-label="Where you are signed in">
      <h2 className="mb-1 text-base">Where you are signed in</h2>
      {error && !data && <LoadFailed what="list" error={error} onRetry={() => void refetch()} />}
      <ul>
        {data?.map((session) => (
          <li
            key={session.id}
            className="flex items-center justify-between gap-3 border-b border-rule py-1.5 text-sm last:border-0"
          >
            <span>
              {nameOf(session)}
              <span className="block text-xs text-faint">
                begun {formatDistanceToNow(session.begunAt, { addSuffix: true })}, last used{' '}
                {formatDistanceToNow(session.seenAt, { addSuffix: true })}
              </span>
            </span>
            {session.isThis ? (
              <span className="text-xs text-faint">here</span>
            ) : (
              <Button small aria-label={`End ${nameOf(session)}`} onClick={() => void finish(session.id)}>
                End
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
