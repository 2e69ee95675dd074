import type { NewAccount } from '@undulan/contract';
import type { ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { Field, INPUT } from '../../ui/index.ts';

/** What stands outside of the program: a sheet in the middle of the page. */
export function Door({ children }: { children: ReactNode }) {
  return (
    <main className="grid h-full place-items-center overflow-y-auto p-8">
      <div className="grid w-full max-w-sm gap-4 rounded-xl border border-rule bg-page p-8">
        <img src="/mark.svg" alt="" className="h-8 rounded-sm dark:bg-[#ece6d8] dark:px-1" />
        {children}
      </div>
    </main>
  );
}

/** Who makes an account: their name, e-mail and a password. */
export function AccountFields({ form }: { form: UseFormReturn<NewAccount> }) {
  const { errors } = form.formState;
  return (
    <>
      <Field label="Your name" error={errors.name?.message}>
        {(ids) => <input {...ids} {...form.register('name')} autoComplete="name" className={INPUT} />}
      </Field>
      <Field label="E-mail" error={errors.email?.message}>
        {(ids) => <input {...ids} {...form.register('email')} type="email" autoComplete="username" className={INPUT} />}
      </Field>
      <Field label="A password" error={errors.password?.message} hint="At least 10 characters.">
        {(ids) => (
          <input
            {...ids}
            {...form.register('password')}
            type="password"
            autoComplete="new-password"
            className={INPUT}
          />
        )}
      </Field>
    </>
  );
}
