import { MAIL_KINDS, type MailKind } from '@undulan/contract';
import { KeptStatus, useKeptChoice } from '../../saving/index.ts';
import { useChooseMailMutation } from '../../server-data/index.ts';
import { Tick } from '../../ui/index.ts';

const SAYS: Record<MailKind, string> = {
  invited: 'You are invited to a course',
  published: 'An exercise is open',
  due: 'Something is due tomorrow',
  'handed-in': 'A take is handed in to you',
  returned: 'A take of yours is returned',
  replied: 'Someone replies to a note',
};

/** Of what someone gets messages; kept as it is ticked. */
export function MailForm({ off: kept }: { off: readonly MailKind[] }) {
  const [write] = useChooseMailMutation();
  const { choice: off, status, change } = useKeptChoice(kept, (off) => write([...off]));
  return (
    <section aria-label="Messages by mail">
      <div className="mb-1 flex items-baseline gap-3">
        <h2 className="text-base">Messages by mail</h2>
        <KeptStatus status={status} />
      </div>
      <div className="grid gap-1">
        {MAIL_KINDS.map((kind) => (
          <Tick
            key={kind}
            className="text-sm"
            checked={!off.includes(kind)}
            onTick={(wanted) => change((off) => (wanted ? off.filter((other) => other !== kind) : [...off, kind]))}
          >
            {SAYS[kind]}
          </Tick>
        ))}
      </div>
    </section>
  );
}
