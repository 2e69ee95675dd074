import { format } from 'date-fns';
import { useDeedsQuery } from '../../server-data/index.ts';
import { Empty, Fetched, Table } from '../../ui/index.ts';
import { FRESH } from './fresh.ts';

/** What was done by those who run the installation. */
export function Deeds() {
  const query = useDeedsQuery(undefined, FRESH);
  return (
    <Fetched what="log" query={query}>
      {(deeds) =>
        deeds.length === 0 ? (
          <Empty title="Nothing was done yet">What you do under “People” is written down here.</Empty>
        ) : (
          <div className="overflow-x-auto rounded-lg border border-rule bg-page">
            <Table
              label="Log"
              className="w-full border-collapse text-sm"
              pad="px-3 py-1.5"
              columns={[
                { id: 'at', heading: 'When', cell: ({ at }) => format(at, 'd MMM yyyy, HH:mm') },
                { id: 'who', heading: 'Who', cell: ({ who }) => who },
                { id: 'says', heading: 'What', names: true, cell: ({ says }) => says },
              ]}
              rows={deeds}
              rowId={({ id }) => id}
            />
          </div>
        )
      }
    </Fetched>
  );
}
