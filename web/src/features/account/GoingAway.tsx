import { zodResolver } from '@hookform/resolvers/zod';
import { LeaveAll } from '@undulan/contract';
import { clsx } from 'clsx';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { api, explain, isProblem, useLeaveAllMutation } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, Dialog, FormField, Problem, sayToStay } from '../../ui/index.ts';

/** All that is kept of someone, as a file. */
export function OwnData() {
  return (
    <section aria-label="All your data">
      <h2 className="mb-1 text-base">All your data</h2>
      <p className="mb-2 text-sm text-faint">
        Your account, drafts, takes with what was said of them, reviews you wrote, drills, plans, eases and phrases, as
        JSON. A clip is saved at its take.
      </p>
      <a
        href="/api/account/data"
        download
        className={clsx(
          'inline-flex h-8 items-center gap-1.5 rounded-md border border-rule bg-page px-3 text-sm',
          'hover:border-faint',
        )}
      >
        <Download size={15} /> Save all your data
      </a>
    </section>
  );
}

/** The end of an account. */
export function LeaveAllOf({ name }: { name: string }) {
  const [asks, setAsks] = useState(false);
  return (
    <section aria-label="Delete your account">
      <h2 className="mb-1 text-base">Delete your account</h2>
      <p className="mb-2 text-sm text-faint">
        Your name, e-mail, drafts and drills go at once and for good. Takes you handed in and reviews you wrote stay
        with their courses, without your name.
      </p>
      <Button onClick={() => setAsks(true)}>Delete your account …</Button>
      {asks && <Asked name={name} onClose={() => setAsks(false)} />}
    </section>
  );
}

function Asked({ name, onClose }: { name: string; onClose: () => void }) {
  const form = useForm({ resolver: zodResolver(LeaveAll), defaultValues: { password: '' } });
  const [leave, { error, isLoading }] = useLeaveAllMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const confirm = async (typed: LeaveAll): Promise<void> => {
    const answer = await leave(typed);
    if (isProblem(answer.error, 'wrong-password')) form.setError('password', { message: explain(answer.error) });
    if (answer.error) return;
    sayToStay('Your account is deleted.');
    dispatch(api.util.resetApiState());
    await navigate('/sign-in');
  };
  return (
    <Dialog open title={`Delete the account of ${name}?`} onClose={onClose}>
      <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(confirm)(event)}>
        <p className="text-sm">This cannot be undone. Save all your data first if you want to keep it.</p>
        <FormField
          label="Your password"
          field={form.register('password')}
          error={form.formState.errors.password?.message}
          type="password"
          autoComplete="current-password"
        />
        <Problem className="text-sm!">{error && !isProblem(error, 'wrong-password') && explain(error)}</Problem>
        <div className="flex justify-end">
          <Button type="submit" kind="main" disabled={isLoading}>
            Delete the account
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
