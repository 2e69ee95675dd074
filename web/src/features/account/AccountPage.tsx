import { useSessionQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Fetched } from '../../ui/index.ts';
import { LeaveAllOf, OwnData } from './GoingAway.tsx';
import { LookAndKeys } from './LookAndKeys.tsx';
import { MailForm } from './MailForm.tsx';
import { NameForm } from './NameForm.tsx';
import { OwnCourses } from './OwnCourses.tsx';
import { PasswordForm, Sessions } from './PasswordAndSessions.tsx';
import { Tokens } from './Tokens.tsx';

/** A person's account: who they are, where they are signed in, their courses, their data, and its end. */
export function AccountPage() {
  const { data, error, refetch } = useSessionQuery();
  return (
    <Shell hasHeading crumbs={[{ label: 'Your account' }]}>
      <Fetched what="account" loading="your account" query={{ data, error, refetch }}>
        {(data) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto max-w-5xl px-8 py-6">
              <h1 className="mb-5 text-xl">Your account</h1>
              <div className="grid grid-cols-2 items-start gap-x-12 gap-y-8">
                <div className="grid gap-8">
                  <NameForm key={`${data.person.name} ${data.person.email}`} person={data.person} />
                  <PasswordForm />
                  <Sessions />
                  <Tokens />
                </div>
                <div className="grid gap-8">
                  <OwnCourses personId={data.person.id} courses={data.courses} />
                  <LookAndKeys decimalMark={data.decimalMark} />
                  <MailForm off={data.mailOff} />
                  <OwnData />
                  <LeaveAllOf name={data.person.name} />
                </div>
              </div>
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}
