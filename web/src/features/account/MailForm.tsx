import { MAIL_KINDS, type MailKind } from '@undulan/contract';
import { useState } from 'react';
import { explain, useChooseMailMutation } from '../../server-data/index.ts';
import { sayProblem, Tick } from '../../ui/index.ts';

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
  const [off, setOff] = useState(kept);
  const [choose] = useChooseMailMutation();
  const change = async (kind: MailKind, wanted: boolean): Promise<void> => {
    const next = wanted ? off.filter((other) => other !== kind) : [...off, kind];
    setOff(next);
    const { error } = await choose([...next]);
    if (!error) return;
    setOff(off);
    sayProblem(explain(error));
  };
  return (
    <fieldset>
      <legend className="mb-1 font-display text-base font-bold">Messages by mail</legend>
      <div className="grid gap-1">
        {MAIL_KINDS.map((kind) => (
          <Tick
            key={kind}
            className="text-sm"
            checked={!off.includes(kind)}
            onTick={(wanted) => void change(kind, wanted)}
          >
            {SAYS[kind]}
          </Tick>
        ))}
      </div>
    </fieldset>
  );
}
