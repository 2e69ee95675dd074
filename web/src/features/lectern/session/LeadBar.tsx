import { Button, sayProblem, Toggle } from '../../../ui/index.ts';
import type { ClassConnection, ClassNow } from './class-connection.ts';

interface LeadBarProps {
  line: ClassConnection;
  now: ClassNow;
  asking: boolean;
  onAsking: (asking: boolean) => void;
}

const SAYS: Record<ClassNow['status'], string> = {
  connecting: 'joining',
  here: 'in session',
  away: 'line down, trying again',
  refused: 'no session',
  ended: 'over',
};

/** That the class is in session, how many are there, by which code they come; asking them, and ending it. */
export function LeadBar({ line, now, asking, onAsking }: LeadBarProps) {
  const code = now.entry?.session.code;
  return (
    <>
      <span
        role="status"
        className="figures rounded-md border border-target px-2 py-0.5 text-xs whitespace-nowrap text-target"
        title={code && `${location.origin}/sessions/${code}`}
      >
        {SAYS[now.status]}
        {now.status === 'here' && ` · ${now.here} here · code ${code}`}
      </span>
      <Toggle on={asking} onClick={() => onAsking(!asking)}>
        Questions
      </Toggle>
      <Button
        kind="danger"
        disabledReason={now.status !== 'here' && 'There is no line to the class.'}
        onClick={() =>
          void line.say('end', {}).then((said) => {
            if (said && !said.ok) sayProblem(said.problem);
          })
        }
      >
        End session
      </Button>
    </>
  );
}
