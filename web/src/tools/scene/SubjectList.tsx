import { freeSubjectId, type Look, type Subject } from '@undulan/core';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { applyEdit, selectMotion, selectSubject, subjectSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Tick } from '../../ui/index.ts';

const NEW_LOOK: Look = { shape: 'box', widthPx: 90, heightPx: 90, fill: '#c8d6e0' };

/**
 * Everything on the stage, front to back: chosen to be changed, put forward or back, made scenery, hidden, taken out;
 * and another one added.
 */
export function SubjectList() {
  const dispatch = useAppDispatch();
  const { subjects } = useAppSelector(selectMotion)!;
  const selected = useAppSelector(selectSubject);
  const motion = useAppSelector(selectMotion)!;
  const add = (): void => {
    const id = freeSubjectId(motion);
    dispatch(applyEdit({ operation: 'addSubject', args: [id, `Subject ${motion.subjects.length + 1}`, NEW_LOOK] }));
    dispatch(subjectSelected(id));
  };
  return (
    <section aria-label="Subjects" className="grid gap-1.5">
      <div className="flex items-center justify-between">
        <h3 className="text-xs font-semibold text-faint">Subjects, front to back</h3>
        <Button small onClick={add}>
          <Plus size={14} /> Add a subject
        </Button>
      </div>
      <ol className="overflow-hidden rounded-md border border-rule bg-page text-[13px]">
        {subjects.toReversed().map((subject, i) => (
          <SubjectRow
            key={subject.id}
            subject={subject}
            chosen={subject.id === selected?.id}
            isLastMover={!subjects.some((other) => other !== subject && !other.locked)}
            isFirst={i === 0}
            isLast={i === subjects.length - 1}
          />
        ))}
      </ol>
    </section>
  );
}

interface SubjectRowProps {
  subject: Subject;
  chosen: boolean;
  /** All others are scenery. */
  isLastMover: boolean;
  isFirst: boolean;
  isLast: boolean;
}

function SubjectRow({ subject, chosen, isLastMover, isFirst, isLast }: SubjectRowProps) {
  const dispatch = useAppDispatch();
  const order = (by: number): void => void dispatch(applyEdit({ operation: 'orderSubject', args: [subject.id, by] }));
  const square = { kind: 'quiet', square: true, small: true } as const;
  return (
    <li
      className={clsx(
        'flex items-center gap-2 border-b border-rule px-2 py-0.5 last:border-0',
        chosen ? 'bg-shade' : '',
      )}
    >
      <button
        type="button"
        aria-pressed={chosen}
        className="flex min-w-0 flex-1 items-center gap-2 rounded-sm text-left hover:underline"
        onClick={() => dispatch(subjectSelected(subject.id))}
      >
        <span
          className="h-3.5 w-3.5 shrink-0 rounded-sm border border-ink/40"
          style={{ background: subject.look.fill }}
        />
        <span className={clsx('truncate', chosen ? 'font-semibold' : '')}>{subject.name}</span>
      </button>
      <span title="Scenery stands still: it cannot be taken hold of or keyed">
        <Tick
          className="gap-1! text-xs text-faint"
          aria-label={`${subject.name} is scenery`}
          disabled={isLastMover && !subject.locked}
          checked={subject.locked}
          onTick={(locked) => dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { locked }] }))}
        >
          scenery
        </Tick>
      </span>
      <Tick
        className="gap-1! text-xs text-faint"
        aria-label={`${subject.name} is seen`}
        checked={subject.visible}
        onTick={(visible) => dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { visible }] }))}
      >
        seen
      </Tick>
      <span className="flex">
        <Button
          {...square}
          aria-label={`${subject.name} further to the front`}
          disabledReason={isFirst && 'It is in front.'}
          onClick={() => order(1)}
        >
          <ArrowUp size={13} />
        </Button>
        <Button
          {...square}
          aria-label={`${subject.name} further to the back`}
          disabledReason={isLast && 'It is at the back.'}
          onClick={() => order(-1)}
        >
          <ArrowDown size={13} />
        </Button>
        <Button
          {...square}
          aria-label={`Take out ${subject.name}`}
          disabledReason={isLastMover && 'A motion has at least one subject that can move.'}
          onClick={() => dispatch(applyEdit({ operation: 'removeSubject', args: [subject.id] }))}
        >
          <Trash2 size={13} />
        </Button>
      </span>
    </li>
  );
}
