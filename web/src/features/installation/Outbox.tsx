import type { OutboxMessage } from '@undulan/contract';
import { clsx } from 'clsx';
import { format } from 'date-fns';
import { useState } from 'react';
import { useOutboxQuery } from '../../server-data/index.ts';
import { Empty, Fetched } from '../../ui/index.ts';
import { FRESH } from './fresh.ts';

/** What became of a message. */
function stateOf({ sentAt, problem, goesAt }: OutboxMessage, isSent: boolean): string {
  if (sentAt) return `sent ${format(sentAt, 'd MMM, HH:mm')}`;
  if (problem) return 'could not be sent';
  if (new Date(goesAt) > new Date()) return `waits for more until ${format(goesAt, 'HH:mm')}`;
  return isSent ? 'goes now' : 'kept here';
}

/** Every message as it went, or would have gone: the newest at the left, one of them whole. */
export function Outbox() {
  const query = useOutboxQuery(undefined, { ...FRESH, pollingInterval: 10_000, skipPollingIfUnfocused: true });
  const [chosen, setChosen] = useState<string | null>(null);
  return (
    <Fetched what="outbox" query={query}>
      {({ messages, total, isSent }) => {
        const open = messages.find(({ id }) => id === chosen) ?? messages[0];
        return (
          <div className="grid gap-3">
            <p className="text-sm text-faint">
              {isSent
                ? 'A mail server takes these messages.'
                : 'No mail server is set up (SMTP_URL): these messages are kept here as they would have gone.'}
              {total > messages.length && ` The newest ${messages.length} of ${total}.`}
            </p>
            {open ? (
              <div className="grid grid-cols-[1fr_1fr] items-start gap-4">
                <ul aria-label="Messages" className="overflow-hidden rounded-lg border border-rule bg-page">
                  {messages.map((message) => (
                    <li key={message.id} className="border-b border-rule last:border-0">
                      <button
                        type="button"
                        aria-current={message.id === open.id}
                        onClick={() => setChosen(message.id)}
                        className={clsx(
                          'block w-full px-3 py-2 text-left text-sm hover:bg-shade',
                          message.id === open.id && 'bg-shade',
                        )}
                      >
                        <span className="block truncate font-semibold">{message.subject}</span>
                        <span className="block truncate text-xs text-faint">
                          {message.to.split(' <')[0]} · {format(message.createdAt, 'd MMM, HH:mm')} ·{' '}
                          <span className={clsx(message.problem && 'text-danger')}>{stateOf(message, isSent)}</span>
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
                <article
                  aria-label={open.subject}
                  className="sticky top-4 rounded-lg border border-rule bg-page p-4 text-sm"
                >
                  <h2 className="text-base">{open.subject}</h2>
                  <p className="mb-3 text-xs text-faint">to {open.to}</p>
                  {open.problem && <p className="mb-3 text-danger">It could not be sent: {open.problem}</p>}
                  <pre className="font-[inherit] break-words whitespace-pre-wrap">{open.text}</pre>
                </article>
              </div>
            ) : (
              <Empty title="No message yet">
                What is published, handed in, returned and replied is written to whom it concerns.
              </Empty>
            )}
          </div>
        );
      }}
    </Fetched>
  );
}
