import { zodResolver } from '@hookform/resolvers/zod';
import { type InvitedTo, NewAccount } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import {
  api,
  explain,
  isKnownHere,
  isProblem,
  useInvitedToQuery,
  useJoinAnewMutation,
  useJoinMutation,
  useSessionQuery,
} from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, LoadFailed, Loading, Problem } from '../../ui/index.ts';
import { AccountFields, Door, Over } from './Door.tsx';

/** Where an invitation leads: who is signed in joins by one press, others make an account. */
export function JoinPage() {
  const { code = '' } = useParams();
  const { data, error, refetch } = useInvitedToQuery(code);
  const session = useSessionQuery(undefined, { skip: !isKnownHere() });
  if (isProblem(error, 'not-found'))
    return (
      <Over says={explain(error)} to="/">
        To your courses
      </Over>
    );
  if (error) return <LoadFailed what="invitation" error={error} onRetry={() => void refetch()} />;
  if (!data || session.isLoading) return <Loading what="the invitation" />;
  return (
    <Door>
      <h1 className="text-2xl">{data.courseTitle}</h1>
      <p className="text-faint">
        {data.invitedBy} invites you as {data.role === 'instructor' ? 'an instructor' : `a ${data.role}`}.
      </p>
      {session.data ? <Joining code={code} name={session.data.person.name} /> : <Entering code={code} to={data} />}
    </Door>
  );
}

/** Someone who is signed in. */
function Joining({ code, name }: { code: string; name: string }) {
  const [join, { error, isLoading }] = useJoinMutation();
  const navigate = useNavigate();
  const enter = async (): Promise<void> => {
    const { data } = await join(code);
    if (data) await navigate(`/courses/${data.courseId}`);
  };
  return (
    <>
      <Problem className="text-sm!">{error && explain(error)}</Problem>
      <Button kind="main" disabled={isLoading} onClick={() => void enter()}>
        Join as {name}
      </Button>
    </>
  );
}

/** Someone who is not: with an account they sign in and come back, else they make one. */
function Entering({ code, to }: { code: string; to: InvitedTo }) {
  const form = useForm({
    resolver: zodResolver(NewAccount),
    defaultValues: { name: to.to?.name ?? '', email: to.to?.email ?? '', password: '' },
  });
  const [join, { error, isLoading }] = useJoinAnewMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { errors } = form.formState;
  const enter = async (account: NewAccount): Promise<void> => {
    const { data } = await join({ code, account });
    if (!data) return;
    dispatch(api.util.resetApiState());
    await navigate(`/courses/${data.courseId}`);
  };
  return (
    <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(enter)(event)}>
      <AccountFields fieldOf={(name) => ({ field: form.register(name), error: errors[name]?.message })} />
      <Problem className="text-sm!">{error && explain(error)}</Problem>
      <Button type="submit" kind="main" disabled={isLoading}>
        Join {to.courseTitle}
      </Button>
      <p className="text-sm text-faint">
        You have an account already?{' '}
        <Link to={`/sign-in?then=/join/${code}`} className="text-accent underline">
          Sign in with it
        </Link>
      </p>
    </form>
  );
}
