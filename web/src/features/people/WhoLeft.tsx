import type { CoursePeople } from '@undulan/contract';
import { format } from 'date-fns';
import { type Column, Table } from '../../ui/index.ts';

type Left = CoursePeople['left'][number];

const LEFT_COLUMNS: Column<Left>[] = [
  { id: 'name', heading: 'Name', names: true, sortBy: ({ name }) => name, cell: ({ name }) => name },
  {
    id: 'left',
    heading: 'Left on',
    sortBy: ({ leftAt }) => leftAt,
    cell: ({ leftAt }) => format(leftAt, 'd MMM yyyy'),
  },
  {
    id: 'figures',
    heading: 'Their takes',
    cell: ({ inLedger }) => (inLedger ? 'stay among the Ledger’s figures' : 'left the Ledger with them'),
  },
];

/** Who was in the course. */
export function WhoLeft({ left }: { left: readonly Left[] }) {
  if (left.length === 0) return null;
  return (
    <section aria-label="Who left" className="grid gap-2">
      <h2 className="text-base">Who left</h2>
      <div className="overflow-x-auto rounded-lg border border-rule bg-page">
        <Table
          label="Who left"
          className="w-full border-collapse text-sm"
          columns={LEFT_COLUMNS}
          rows={left}
          rowId={({ id }) => id}
        />
      </div>
    </section>
  );
}
