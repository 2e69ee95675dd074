import type { KeptChoice } from './use-kept-choice.ts';

/** Says beside a choice whether it is kept. */
export function KeptStatus({ status }: Pick<KeptChoice<unknown>, 'status'>) {
  return (
    <span role="status" className="text-sm text-faint">
      {status}
    </span>
  );
}
