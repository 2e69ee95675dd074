import {
  type ColumnDef,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, ArrowUpDown } from 'lucide-react';
import { Fragment, type ReactNode, useMemo, useRef } from 'react';
import { useRowsInSight } from './use-rows-in-sight.ts';

export interface Column<Row> {
  id: string;
  heading: ReactNode;
  cell: (row: Row, index: number) => ReactNode;
  /** Figures: to the right, under each other. */
  figures?: boolean;
  centred?: boolean;
  /** It says what its row is about. */
  names?: boolean;
  /** By what its rows are put in order when its heading is pressed; null goes last. */
  sortBy?: (row: Row) => number | string | null;
  className?: string;
  headingClassName?: string;
}

interface TableProps<Row> {
  label?: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  /** What stays the same of a row while rows come and go; its place unless given. */
  rowId?: (row: Row, index: number) => string;
  /** Room within a cell. */
  pad?: string;
  className?: string;
  rowClassName?: string;
  /** What stands over a row and those after it, across all columns; null where nothing does. */
  headingOver?: (row: Row, index: number) => ReactNode;
  /** Dresses a box that scrolls it: of a long table only rows in sight are made then, each so high. */
  boxClassName?: string;
  rowPx?: number;
  /** Nothing stands over the columns that is not plain from the rows. */
  headless?: boolean;
}

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });

interface Placed<Row> {
  row: Row;
  index: number;
}

/** Numbers by size, words as they are looked up. */
function compare(one: number | string, other: number | string): number {
  return typeof one === 'number' && typeof other === 'number'
    ? one - other
    : String(one).localeCompare(String(other), undefined, { numeric: true });
}

/** Rows under headings; in the order given, or by the column whose heading was pressed. */
export function Table<Row>({
  label,
  columns,
  rows,
  rowId,
  pad = 'px-3 py-1',
  className = 'w-full',
  rowClassName,
  headingOver,
  boxClassName,
  rowPx = 36,
  headless = false,
}: TableProps<Row>) {
  const data = useMemo(() => rows.map((row, index) => ({ row, index })), [rows]);
  const definitions = useMemo(
    () =>
      columns.map(({ id, sortBy }): ColumnDef<typeof features, Placed<Row>> => ({
        id,
        accessorFn: ({ row }) => sortBy?.(row) ?? undefined,
        enableSorting: sortBy !== undefined,
        sortFn: (a, b) => compare(a.getValue(id), b.getValue(id)),
        sortUndefined: 'last',
        sortDescFirst: false,
      })),
    [columns],
  );
  const table = useTable({
    features,
    data,
    columns: definitions,
    getRowId: ({ row, index }) => rowId?.(row, index) ?? String(index),
    enableMultiSort: false,
  });
  const heading = (row: Row, index: number): ReactNode => {
    const over = headingOver?.(row, index);
    return (
      over && (
        <tr className="border-b border-rule bg-shade">
          <th scope="colgroup" colSpan={columns.length} className="px-4 py-1.5 text-left">
            {over}
          </th>
        </tr>
      )
    );
  };
  const box = useRef<HTMLDivElement>(null);
  const all = table.getRowModel().rows;
  const { from, to, abovePx, belowPx } = useRowsInSight(all.length, box, boxClassName === undefined ? null : rowPx);
  const room = (heightPx: number): ReactNode =>
    heightPx > 0 && (
      <tr aria-hidden="true">
        <td colSpan={columns.length} style={{ height: heightPx, padding: 0 }} />
      </tr>
    );
  const sided = ({ figures, centred }: Column<Row>): string =>
    centred ? 'text-center' : figures ? 'text-right' : 'text-left';
  const made = (
    <table aria-label={label} aria-rowcount={to - from < all.length ? all.length + 1 : undefined} className={className}>
      {!headless && (
        <thead>
          <tr className="border-b border-rule text-xs text-faint">
            {columns.map((column) => {
              const order = table.getColumn(column.id)!;
              const sorted = order.getIsSorted();
              return (
                <th
                  key={column.id}
                  scope="col"
                  aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
                  className={clsx(pad, 'font-semibold', sided(column), column.headingClassName)}
                >
                  {column.sortBy ? (
                    <button
                      type="button"
                      className="inline-flex items-center gap-1 rounded-sm hover:text-ink"
                      onClick={() => order.toggleSorting()}
                    >
                      {column.heading}
                      {sorted === 'asc' ? (
                        <ArrowUp size={12} />
                      ) : sorted ? (
                        <ArrowDown size={12} />
                      ) : (
                        <ArrowUpDown size={12} className="opacity-40" />
                      )}
                    </button>
                  ) : (
                    column.heading
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
      )}
      <tbody>
        {room(abovePx)}
        {all.slice(from, to).map(({ id, original: { row, index } }, i) => (
          <Fragment key={id}>
            {heading(row, index)}
            <tr
              aria-rowindex={to - from < all.length ? from + i + 2 : undefined}
              className={clsx('border-b border-rule last:border-0', rowClassName)}
            >
              {columns.map((column) => {
                const style = clsx(pad, sided(column), column.figures && 'figures', column.className);
                return column.names ? (
                  <th key={column.id} scope="row" className={clsx(style, 'font-normal')}>
                    {column.cell(row, index)}
                  </th>
                ) : (
                  <td key={column.id} className={style}>
                    {column.cell(row, index)}
                  </td>
                );
              })}
            </tr>
          </Fragment>
        ))}
        {room(belowPx)}
      </tbody>
    </table>
  );
  if (boxClassName === undefined) return made;
  return (
    <div ref={box} className={boxClassName}>
      {made}
    </div>
  );
}
