import { zodResolver } from '@hookform/resolvers/zod';
import { FirstSetUp, type NewAccount } from '@undulan/contract';
import { useForm, type UseFormReturn } from 'react-hook-form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, explain, useSetUpMutation, useSetUpStateQuery } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, Field, INPUT, LoadFailed, Loading } from '../../ui/index.ts';
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
      <Field label="Code" error={errors.code?.message} hint="The program printed it where it was started.">
        {(ids) => <input {...ids} {...form.register('code')} autoComplete="off" className={INPUT} />}
      </Field>
      <Field label="Name of the course" error={errors.course?.message}>
        {(ids) => <input {...ids} {...form.register('course')} className={INPUT} />}
      </Field>
      <AccountFields form={form as unknown as UseFormReturn<NewAccount>} />
      {error && (
        <p role="alert" className="text-sm text-danger">
          {explain(error)}
        </p>
      )}
      <Button type="submit" kind="main" disabled={isLoading}>
        Set it up
      </Button>
    </form>
  );
}
