import type { CourseOverview } from '@undulan/contract';
import { clsx } from 'clsx';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { explain, useArrangeMutation } from '../../server-data/index.ts';
import { Button, Dialog, Field, INPUT, Problem, sayDone, SortableRow, SortableRows } from '../../ui/index.ts';
import { type ArrangedRow, arrangedRows, arrangementOf, unitProblems, type UnitRow } from './arranging.ts';

/** Puts exercises in order by dragging, under units with a name and days. */
export function ArrangeDialog({ course, onClose }: { course: CourseOverview; onClose: () => void }) {
  const [rows, setRows] = useState(() => arrangedRows(course));
  const [arrange, { error, isLoading }] = useArrangeMutation();
  const problems = unitProblems(rows);
  const move = (from: number, to: number): void => setRows(rows.toSpliced(from, 1).toSpliced(to, 0, rows[from]!));
  const addUnit = (): void => {
    const id = crypto.randomUUID();
    setRows([...rows, { id, unit: { id, title: '', from: null, to: null, isNew: true } }]);
  };
  const change = (unit: UnitRow): void =>
    setRows(rows.map((row) => (row.id === unit.id ? { id: unit.id, unit } : row)));
  const keep = async (): Promise<void> => {
    const answer = await arrange({ courseId: course.id, arrangement: arrangementOf(rows) });
    if (answer.error) return;
    sayDone('The course has its new order.');
    onClose();
  };
  return (
    <Dialog
      open
      wide
      title="Exercises and units in order"
      onClose={onClose}
      actions={
        <>
          <Button onClick={addUnit}>
            <Plus size={15} /> Add a unit
          </Button>
          <span className="flex-1" />
          <Button
            kind="main"
            disabled={isLoading}
            disabledReason={[...problems.values()][0] ?? false}
            onClick={() => void keep()}
          >
            Keep this order
          </Button>
        </>
      }
    >
      <p className="mb-2 text-sm text-faint">
        Drag a row by its handle, or focus the handle and press Space and the arrow keys. An exercise belongs to the
        unit it stands under.
      </p>
      <SortableRows ids={rows.map(({ id }) => id)} onMove={move}>
        <ol aria-label="Order" className="rounded-lg border border-rule bg-page">
          {rows.map((row) => (
            <Row
              key={row.id}
              row={row}
              problem={problems.get(row.id)}
              onChange={change}
              onRemove={() => setRows(rows.filter(({ id }) => id !== row.id))}
            />
          ))}
        </ol>
      </SortableRows>
      <Problem className="mt-2 text-sm!">{error && explain(error)}</Problem>
    </Dialog>
  );
}

interface RowProps {
  row: ArrangedRow;
  problem: string | undefined;
  onChange: (unit: UnitRow) => void;
  onRemove: () => void;
}

function Row({ row, problem, onChange, onRemove }: RowProps) {
  const name = 'unit' in row ? row.unit.title || 'the new unit' : row.exercise.title;
  return (
    <SortableRow
      id={row.id}
      handleLabel={`Move ${name}`}
      className={clsx(
        'flex items-center gap-2 border-b border-rule px-2 py-1.5 text-sm last:border-0',
        'unit' in row ? 'bg-shade' : 'bg-page pl-6',
      )}
    >
      {(handle) => (
        <>
          {handle}
          {'unit' in row ? (
            <UnitFields unit={row.unit} problem={problem} onChange={onChange} onRemove={onRemove} />
          ) : (
            <>
              {row.exercise.title}
              {!row.exercise.published && <span className="text-xs text-ochre">not published</span>}
            </>
          )}
        </>
      )}
    </SortableRow>
  );
}

interface UnitFieldsProps {
  unit: UnitRow;
  problem: string | undefined;
  onChange: (unit: UnitRow) => void;
  onRemove: () => void;
}

function UnitFields({ unit, problem, onChange, onRemove }: UnitFieldsProps) {
  const day = (label: string, which: 'from' | 'to') => (
    <Field label={label} className="w-36">
      {(ids) => (
        <input
          {...ids}
          type="date"
          className={INPUT}
          value={unit[which] ?? ''}
          onChange={(event) => onChange({ ...unit, [which]: event.target.value || null })}
        />
      )}
    </Field>
  );
  return (
    <div className="flex flex-1 items-start gap-2 pb-1">
      <Field label="Unit" error={problem} className="flex-1">
        {(ids) => (
          <input
            {...ids}
            className={INPUT}
            value={unit.title}
            maxLength={120}
            onChange={(event) => onChange({ ...unit, title: event.target.value })}
          />
        )}
      </Field>
      {day('From', 'from')}
      {day('To', 'to')}
      <Button
        small
        square
        kind="quiet"
        className="mt-5"
        aria-label={`Give up ${unit.title || 'the new unit'}`}
        tip="Its exercises stay, under what stands above"
        onClick={onRemove}
      >
        <Trash2 size={14} />
      </Button>
    </div>
  );
}
