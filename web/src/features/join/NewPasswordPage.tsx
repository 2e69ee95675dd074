import { zodResolver } from '@hookform/resolvers/zod';
import { PasswordByLink } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { api, explain, isProblem, usePasswordByLinkMutation, usePasswordLinkOfQuery } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, FormField, LoadFailed, Loading, Problem } from '../../ui/index.ts';
import { Door, Over } from './Door.tsx';

/** Where a link to a new password leads: it is chosen, and one is signed in with it. */
export function NewPasswordPage() {
  const { code = '' } = useParams();
  const { data, error, refetch } = usePasswordLinkOfQuery(code);
  const form = useForm({ resolver: zodResolver(PasswordByLink), defaultValues: { password: '' } });
  const [choose, { error: refused, isLoading }] = usePasswordByLinkMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  if (isProblem(error, 'not-found'))
    return (
      <Over says={explain(error)} to="/forgotten">
        Ask for another link
      </Over>
    );
  if (error) return <LoadFailed what="link" error={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the link" />;
  const enter = async ({ password }: PasswordByLink): Promise<void> => {
    const answer = await choose({ code, password });
    if (answer.error) return;
    dispatch(api.util.resetApiState());
    await navigate('/');
  };
  return (
    <Door>
      <h1 className="text-2xl">A new password</h1>
      <p className="text-faint">For the account of {data.name}. Everywhere else it is signed out then.</p>
      <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(enter)(event)}>
        <FormField
          label="New password"
          field={form.register('password')}
          error={form.formState.errors.password?.message}
          hint="At least 10 characters."
          type="password"
          autoComplete="new-password"
        />
        <Problem className="text-sm!">{refused && explain(refused)}</Problem>
        <Button type="submit" kind="main" disabled={isLoading}>
          Choose it and sign in
        </Button>
      </form>
    </Door>
  );
}
