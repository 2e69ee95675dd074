import { zodResolver } from '@hookform/resolvers/zod';
import { NewToken, type TokenScope } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { explain, useMakeTokenMutation, useRevokeTokenMutation, useTokensQuery } from '../../server-data/index.ts';
import { Button, Field, FormField, INPUT, LoadFailed, sayProblem } from '../../ui/index.ts';

const SCOPES: Record<TokenScope, string> = { read: 'reads', 'hand-in': 'reads and hands in' };

/** Tokens by which someone's own scripts come in: made, seen with their last use, revoked. */
export function Tokens() {
  const { data, error, refetch } = useTokensQuery(undefined, { refetchOnMountOrArgChange: true });
  const [revoke] = useRevokeTokenMutation();
  const end = async (id: string): Promise<void> => {
    const answer = await revoke(id);
    if (answer.error) sayProblem(explain(answer.error));
  };
  return (
    <section aria-label="Access for scripts">
      <h2 className="mb-1 text-base">Access for scripts</h2>
      <p className="mb-2 text-sm text-faint">
        A script of yours comes in by a token, and sees what you see:{' '}
        <Link to="/scripts" className="text-accent underline">
          what scripts can do
        </Link>
        .
      </p>
      <MakeToken />
      {error && !data && <LoadFailed what="list" error={error} onRetry={() => void refetch()} />}
      <ul>
        {data?.map(({ id, name, scope, usedAt }) => (
          <li
            key={id}
            className="flex items-center justify-between gap-3 border-b border-rule py-1.5 text-sm last:border-0"
          >
            <span>
              {name}
              <span className="block text-xs text-faint">
                {SCOPES[scope]} ·{' '}
                {usedAt ? `last used ${formatDistanceToNow(usedAt, { addSuffix: true })}` : 'never used'}
              </span>
            </span>
            <Button small aria-label={`Revoke ${name}`} onClick={() => void end(id)}>
              Revoke
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function MakeToken() {
  const form = useForm({
    resolver: zodResolver(NewToken),
    defaultValues: { name: '', scope: 'read' as TokenScope },
  });
  const [make, { data: made, isLoading }] = useMakeTokenMutation();
  const add = async (token: NewToken): Promise<void> => {
    const { error } = await make(token);
    if (error) sayProblem(explain(error));
    else form.reset();
  };
  return (
    <form
      aria-label="A new token"
      className="mb-2 grid gap-2"
      noValidate
      onSubmit={(event) => void form.handleSubmit(add)(event)}
    >
      <div className="flex items-start gap-2">
        <FormField
          label="What it is for"
          field={form.register('name')}
          error={form.formState.errors.name?.message}
          className="flex-1"
        />
        <Field label="What it does" className="w-40">
          {(ids) => (
            <select {...ids} {...form.register('scope')} className={INPUT}>
              {Object.entries(SCOPES).map(([scope, says]) => (
                <option key={scope} value={scope}>
                  {says}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Button type="submit" className="mt-5" disabled={isLoading}>
          Make a token
        </Button>
      </div>
      {made && (
        <p role="status" className="rounded-md border border-rule bg-page p-2 text-sm">
          Copy it now, it is not shown again:
          <code className="figures mt-1 block break-all select-all">{made.token}</code>
        </p>
      )}
    </form>
  );
}
