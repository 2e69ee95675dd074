import { zodResolver } from '@hookform/resolvers/zod';
import { Credentials } from '@undulan/contract';
import { clsx } from 'clsx';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, explain, useDemoAccountsQuery, useSetUpStateQuery, useSignInMutation } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, FormField, Problem } from '../../ui/index.ts';

/** Where one goes once signed in: back to an invitation, else to one's courses; never to another site. */
const afterwards = (then: string | null): string => (then && /^\/join\/[\w-]+$/.test(then) ? then : '/');

/** The door: e-mail and password, and the demo accounts where the demo course is loaded. */
export function SignInPage() {
  const form = useForm({ resolver: zodResolver(Credentials), defaultValues: { email: '', password: '' } });
  const [signIn, { error, isLoading }] = useSignInMutation();
  const { data: demo } = useDemoAccountsQuery();
  const isNew = useSetUpStateQuery().data?.isNew ?? false;
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const { errors } = form.formState;

  const enter = async (credentials: Credentials): Promise<void> => {
    const answer = await signIn(credentials);
    if (!answer.data) return;
    dispatch(api.util.resetApiState());
    await navigate(afterwards(params.get('then')));
  };

  return (
    <main className="grid h-full overflow-y-auto lg:grid-cols-[1fr_1.2fr]">
      <section className="flex flex-col justify-center gap-6 p-10 lg:pl-[12vw]">
        <div>
          <img src="/mark.svg" alt="" className="mb-4 h-10 rounded-sm dark:bg-[#ece6d8] dark:px-1" />
          <h1 className="text-4xl">Undulan</h1>
          <p className="mt-2 max-w-sm text-faint">
            Timing and spacing: set them, key them, see them against the target.
          </p>
        </div>
        <form
          className="flex max-w-xs flex-col gap-3"
          noValidate
          onSubmit={(event) => void form.handleSubmit(enter)(event)}
        >
          <FormField
            label="E-mail"
            field={form.register('email')}
            error={errors.email?.message}
            type="email"
            autoComplete="username"
          />
          <FormField
            label="Password"
            field={form.register('password')}
            error={errors.password?.message}
            type="password"
            autoComplete="current-password"
          />
          <Problem className="text-sm!">{error && explain(error)}</Problem>
          <Button type="submit" kind="main" disabled={isLoading}>
            Sign in
          </Button>
          <Link to="/forgotten" className="self-start text-sm text-faint hover:underline">
            Forgotten your password?
          </Link>
        </form>
      </section>
      <section className="flex flex-col justify-center border-l border-rule bg-page p-10">
        {demo && demo.password !== null ? (
          <>
            <h2 className="text-lg">Have a look around</h2>
            <p className="mt-1 mb-4 max-w-md text-sm text-faint">
              The demo course “Kitchen in Motion” is loaded, with made-up people. Come in as one of them; their password
              is <code className="figures text-ink">{demo.password}</code>
            </p>
            <ul className="grid max-w-md gap-1.5">
              {demo.accounts.map(({ name, email, role }) => (
                <li key={email}>
                  <button
                    type="button"
                    disabled={isLoading}
                    onClick={() => void enter({ email, password: demo.password! })}
                    className={clsx(
                      'flex w-full items-baseline gap-3 rounded-md border border-rule px-3 py-2 text-left',
                      'hover:border-accent',
                    )}
                  >
                    <span className="font-semibold">{name}</span>
                    <span className="text-sm text-faint">{role}</span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        ) : (
          <>
            {isNew && (
              <p className="mb-6 max-w-md">
                Nobody has an account here yet.{' '}
                <Link to="/set-up" className="text-accent underline">
                  Set Undulan up
                </Link>
              </p>
            )}
            <ExampleChart />
          </>
        )}
      </section>
    </main>
  );
}

const MARKS = [0, 1 / 8, 1 / 4, 1 / 2, 3 / 4, 7 / 8, 1];

/** A timing chart, halves toward both ends: what this is about, in one figure. */
function ExampleChart() {
  return (
    <svg viewBox="0 0 400 90" className="w-full max-w-xl" role="img" aria-label="A timing chart: slow at both ends">
      <line x1={30} x2={370} y1={45} y2={45} stroke="var(--target)" strokeWidth={2} />
      {MARKS.map((mark) => (
        <line
          key={mark}
          x1={30 + mark * 340}
          x2={30 + mark * 340}
          y1={33}
          y2={57}
          stroke="var(--target)"
          strokeWidth={2}
        />
      ))}
      {[0, 1].map((end) => (
        <circle
          key={end}
          cx={30 + end * 340}
          cy={45}
          r={15}
          fill="var(--page)"
          stroke="var(--target)"
          strokeWidth={2.5}
        />
      ))}
    </svg>
  );
}
