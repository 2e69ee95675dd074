import type { NewAccount } from '@undulan/contract';
import type { ReactNode } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { Link } from 'react-router';
import { FormField } from '../../ui/index.ts';

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

interface OverProps {
  /** Why. */
  says: string;
  /** Where one goes on. */
  to: string;
  children: ReactNode;
}

/** A link that was used up, or is over. */
export function Over({ says, to, children }: OverProps) {
  return (
    <Door>
      <h1 className="text-xl">This link leads nowhere any more</h1>
      <p className="text-faint">{says}</p>
      <Link to={to} className="text-accent underline">
        {children}
      </Link>
    </Door>
  );
}

interface AccountFieldsProps {
  /** What the form has of each. */
  fieldOf: (name: keyof NewAccount) => { field: UseFormRegisterReturn; error: string | undefined };
}

/** Who makes an account: their name, e-mail and a password. */
export function AccountFields({ fieldOf }: AccountFieldsProps) {
  return (
    <>
      <FormField label="Your name" {...fieldOf('name')} autoComplete="name" />
      <FormField label="E-mail" {...fieldOf('email')} type="email" autoComplete="username" />
      <FormField
        label="A password"
        {...fieldOf('password')}
        hint="At least 10 characters."
        type="password"
        autoComplete="new-password"
      />
    </>
  );
}
