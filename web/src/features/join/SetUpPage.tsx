import { zodResolver } from '@hookform/resolvers/zod';
import { FirstSetUp } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, explain, useSetUpMutation, useSetUpStateQuery } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, FormField, LoadFailed, Loading, Problem } from '../../ui/index.ts';
import { AccountFields, Door } from './Door.tsx';

/** A new installation gets its first account, and its first course. */
export function SetUpPage() {
  const { data, error, refetch } = useSetUpStateQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error) return <LoadFailed what="installation" error={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the installation" />;
  return (
    <Door>
      {data.isNew ? (
        <SetUp />
      ) : (
        <>
          <h1 className="text-xl">It is set up already</h1>
          <Link to="/sign-in" className="text-accent underline">
            Sign in
          </Link>
        </>
      )}
    </Door>
  );
}

function SetUp() {
  const [params] = useSearchParams();
  const form = useForm({
    resolver: zodResolver(FirstSetUp),
    defaultValues: { code: params.get('code') ?? '', course: '', name: '', email: '', password: '' },
  });
  const [setUp, { error, isLoading }] = useSetUpMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { errors } = form.formState;
  const enter = async (typed: FirstSetUp): Promise<void> => {
    const { data } = await setUp(typed);
    if (!data) return;
    dispatch(api.util.resetApiState());
    await navigate(`/courses/${data.courseId}`);
  };
  return (
    <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(enter)(event)}>
      <h1 className="text-2xl">Set Undulan up</h1>
      <p className="text-sm text-faint">Nobody has an account here yet: make yours, and a course that you instruct.</p>
      <FormField
        label="Code"
        field={form.register('code')}
        error={errors.code?.message}
        hint="The program printed it where it was started."
        autoComplete="off"
      />
      <FormField label="Name of the course" field={form.register('course')} error={errors.course?.message} />
      <AccountFields fieldOf={(name) => ({ field: form.register(name), error: errors[name]?.message })} />
      <Problem className="text-sm!">{error && explain(error)}</Problem>
      <Button type="submit" kind="main" disabled={isLoading}>
        Set it up
      </Button>
    </form>
  );
}
