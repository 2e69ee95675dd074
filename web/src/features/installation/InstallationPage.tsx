import { Tabs } from 'radix-ui';
import { useSearchParams } from 'react-router';
import { useSessionQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Empty, TabBar } from '../../ui/index.ts';
import { AllPeople } from './AllPeople.tsx';
import { Courses } from './Courses.tsx';
import { Deeds } from './Deeds.tsx';
import { Outbox } from './Outbox.tsx';
import { State } from './State.tsx';

const PARTS = [
  { id: 'state', label: 'State', Part: State },
  { id: 'courses', label: 'Courses', Part: Courses },
  { id: 'people', label: 'People', Part: AllPeople },
  { id: 'outbox', label: 'Outbox', Part: Outbox },
  { id: 'log', label: 'Log', Part: Deeds },
] as const;

/** The installation for who runs it; which part of it is in the address. */
export function InstallationPage() {
  const { data } = useSessionQuery();
  const [params, setParams] = useSearchParams();
  const part = PARTS.find(({ id }) => id === params.get('part')) ?? PARTS[0];
  return (
    <Shell crumbs={[{ label: 'This installation' }]}>
      <div className="h-full overflow-y-auto">
        <div className="mx-auto max-w-5xl px-8 py-6">
          {data && !data.isAdministrator ? (
            <Empty title="Only who runs this installation sees this" />
          ) : (
            <Tabs.Root value={part.id} onValueChange={(id) => setParams({ part: id }, { replace: true })}>
              <TabBar label="Parts of the installation" tabs={PARTS} />
              {PARTS.map(({ id, Part }) => (
                <Tabs.Content key={id} value={id} className="pt-2">
                  <Part />
                </Tabs.Content>
              ))}
            </Tabs.Root>
          )}
        </div>
      </div>
    </Shell>
  );
}
