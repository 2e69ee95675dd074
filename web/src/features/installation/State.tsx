import type { InstallationState } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { useInstallationQuery } from '../../server-data/index.ts';
import { brief, Fetched } from '../../ui/index.ts';
import { FRESH } from './fresh.ts';

const several = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

function factsOf({
  startedAt,
  database,
  people,
  courses,
  takes,
  clipMegabytes,
  readings,
  messages,
}: InstallationState): [string, string, boolean?][] {
  return [
    ['This copy runs', `for ${formatDistanceToNow(startedAt)}`],
    ['Database', `${database.version}, ${brief(database.megabytes, 1)} MB`],
    ['Clips, references', `${brief(clipMegabytes, 1)} MB`],
    ['Courses', String(courses)],
    ['People', String(people)],
    ['Takes', String(takes)],
    [
      'Readings',
      `${several(readings.waiting, 'waits', 'wait')}, ${readings.underWay} under way, ` +
        `${readings.notRead} could not be made`,
      readings.notRead > 0,
    ],
    [
      'Mail',
      messages.isSent
        ? `${several(messages.waiting, 'message waits', 'messages wait')}, ${messages.failed} could not be sent`
        : 'no mail server is set up: messages stay in the outbox',
      messages.failed > 0,
    ],
  ];
}

/** How the installation is, in a few lines. */
export function State() {
  const query = useInstallationQuery(undefined, { ...FRESH, pollingInterval: 10_000, skipPollingIfUnfocused: true });
  return (
    <Fetched what="state" query={query}>
      {(state) => (
        <dl className="grid max-w-2xl grid-cols-[10rem_1fr] rounded-lg border border-rule bg-page px-4 text-sm">
          {factsOf(state).map(([name, says, isWrong]) => (
            <div key={name} className="col-span-2 grid grid-cols-subgrid border-b border-rule py-2 last:border-0">
              <dt className="text-faint">{name}</dt>
              <dd className={isWrong ? 'text-danger' : undefined}>{says}</dd>
            </div>
          ))}
        </dl>
      )}
    </Fetched>
  );
}
