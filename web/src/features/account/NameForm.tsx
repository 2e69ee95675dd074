import { zodResolver } from '@hookform/resolvers/zod';
import { ChangeAccount, type Person } from '@undulan/contract';
import { useForm, useWatch } from 'react-hook-form';
import { explain, isProblem, useChangeAccountMutation } from '../../server-data/index.ts';
import { Button, FormField, sayDone, sayProblem } from '../../ui/index.ts';

/** Name and e-mail; for another e-mail the password is asked. */
export function NameForm({ person }: { person: Person }) {
  const form = useForm({
    resolver: zodResolver(ChangeAccount),
    defaultValues: { name: person.name, email: person.email, old: '' },
  });
  const [change, { isLoading }] = useChangeAccountMutation();
  const { errors } = form.formState;
  const asksPassword = useWatch({ control: form.control, name: 'email' }).trim().toLowerCase() !== person.email;
  const keep = async (typed: ChangeAccount): Promise<void> => {
    const { error } = await change(typed);
    if (!error) sayDone('Your name and e-mail are kept.');
    else if (isProblem(error, 'wrong-password')) form.setError('old', { message: explain(error) });
    else if (isProblem(error, 'does-not-fit')) form.setError('email', { message: explain(error) });
    else sayProblem(explain(error));
  };
  return (
    <form
      aria-label="Name and e-mail"
      className="grid gap-2"
      noValidate
      onSubmit={(event) => void form.handleSubmit(keep)(event)}
    >
      <h2 className="text-base">Name and e-mail</h2>
      <div className="grid grid-cols-2 gap-3">
        <FormField label="Name" field={form.register('name')} error={errors.name?.message} autoComplete="name" />
        <FormField
          label="E-mail"
          field={form.register('email')}
          error={errors.email?.message}
          type="email"
          autoComplete="username"
        />
        {asksPassword && (
          <FormField
            label="Your password, for another e-mail"
            field={form.register('old')}
            error={errors.old?.message}
            type="password"
            autoComplete="current-password"
          />
        )}
      </div>
      <div>
        <Button type="submit" disabled={isLoading} disabledReason={!form.formState.isDirty && 'Nothing is changed.'}>
          Keep name and e-mail
        </Button>
      </div>
    </form>
  );
}
