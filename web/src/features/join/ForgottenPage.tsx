import { zodResolver } from '@hookform/resolvers/zod';
import { Forgotten } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { explain, useForgottenMutation } from '../../server-data/index.ts';
import { Button, FormField, Problem } from '../../ui/index.ts';
import { Door } from './Door.tsx';

/** For who has forgotten their password: a link comes by mail. */
export function ForgottenPage() {
  const form = useForm({ resolver: zodResolver(Forgotten), defaultValues: { email: '' } });
  const [ask, { error, isLoading, isSuccess }] = useForgottenMutation();
  return (
    <Door>
      <h1 className="text-2xl">A new password</h1>
      {isSuccess ? (
        <p role="status">
          If there is an account with this e-mail, a link to a new password is on its way there. It lasts two hours.
          Your instructor can give you one, too.
        </p>
      ) : (
        <form
          className="grid gap-3"
          noValidate
          onSubmit={(event) => void form.handleSubmit(({ email }) => ask(email))(event)}
        >
          <FormField
            label="E-mail"
            field={form.register('email')}
            error={form.formState.errors.email?.message}
            type="email"
            autoComplete="username"
          />
          <Problem className="text-sm!">{error && explain(error)}</Problem>
          <Button type="submit" kind="main" disabled={isLoading}>
            Send me a link
          </Button>
        </form>
      )}
      <Link to="/sign-in" className="text-sm text-accent underline">
        Back to signing in
      </Link>
    </Door>
  );
}
