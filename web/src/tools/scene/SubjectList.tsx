import { freeSubjectId, type Look, type Subject } from '@undulan/core';
import { clsx } from 'clsx';
import { EllipsisVertical, Eye, EyeOff, Lock, LockOpen, Plus } from 'lucide-react';
import { useState } from 'react';
import {
  applyEdit,
  type EditRequest,
  selectMotion,
  selectSolo,
  selectSubject,
  soloToggled,
  subjectSelected,
} from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, Menu, MenuItem, MenuLine, SortableRow, SortableRows } from '../../ui/index.ts';

const NEW_LOOK: Look = { shape: 'box', widthPx: 90, heightPx: 90, fill: '#c8d6e0' };

/**
 * Everything on the stage, front to back: dragged into another order, hidden, locked, looked at alone, grouped, copied,
 * taken out; and another one added.
 */
export function SubjectList() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const { subjects } = motion;
  const selected = useAppSelector(selectSubject);
  const solo = useAppSelector(selectSolo);
  const [ticked, setTicked] = useState<string[]>([]);
  const chosen = ticked.filter((id) => subjects.some((subject) => subject.id === id));
  const run = (request: EditRequest): void => void dispatch(applyEdit(request));
  const add = (): void => {
    const id = freeSubjectId(motion);
    run({ operation: 'addSubject', args: [{ id, name: `Subject ${subjects.length + 1}`, look: NEW_LOOK }] });
    dispatch(subjectSelected(id));
  };
  const group = (): void => {
    const id = freeSubjectId(motion);
    const name = `Group ${subjects.filter(({ look }) => look.shape === 'group').length + 1}`;
    run({ operation: 'groupSubjects', args: [{ id, name }, chosen, clock.frame] });
    setTicked([]);
    dispatch(subjectSelected(id));
  };
  const listed = subjects.toReversed();
  const outOfSight = subjects.filter(({ visible }) => !visible).length;
  return (
    <section aria-label="Subjects" className="grid gap-1.5">
      <div className="flex items-center justify-between gap-2">
        <span className="flex items-center gap-1">
          <h3 className="text-xs font-semibold text-faint">Subjects, front to back</h3>
          <WhatIsThis of="Subjects" />
        </span>
        <span className="flex gap-1.5">
          <Button
            small
            tip="One that is not seen carries those ticked: they move as one"
            disabledReason={chosen.length < 2 && 'Tick two subjects or more.'}
            onClick={group}
          >
            Group
          </Button>
          <Button small onClick={add}>
            <Plus size={14} /> Add a subject
          </Button>
        </span>
      </div>
      <SortableRows
        ids={listed.map(({ id }) => id)}
        onMove={(from, to) => run({ operation: 'orderSubject', args: [listed[from]!.id, from - to] })}
      >
        <ol className="overflow-hidden rounded-md border border-rule bg-page text-[13px]">
          {listed.map((subject, i) => (
            <SubjectRow
              key={subject.id}
              subject={subject}
              chosen={subject.id === selected?.id}
              isSolo={subject.id === solo?.id}
              isTicked={chosen.includes(subject.id)}
              onTick={(on) => setTicked(on ? [...chosen, subject.id] : chosen.filter((id) => id !== subject.id))}
              isLastMover={!subjects.some((other) => other !== subject && !other.locked)}
              isFirst={i === 0}
              isLast={i === listed.length - 1}
              carrier={subjects.find(({ id }) => id === subject.parentId)?.name}
            />
          ))}
        </ol>
      </SortableRows>
      {solo && (
        <p className="flex items-center gap-2 text-xs text-faint">
          Only {solo.name} is in the picture now.
          <Button small kind="quiet" onClick={() => dispatch(soloToggled(solo.id))}>
            Show all
          </Button>
        </p>
      )}
      {outOfSight > 0 && (
        <p className="text-xs text-faint">
          {outOfSight === 1 ? 'One subject is' : `${outOfSight} subjects are`} hidden, also in what learners see.
        </p>
      )}
    </section>
  );
}

interface SubjectRowProps {
  subject: Subject;
  chosen: boolean;
  isSolo: boolean;
  isTicked: boolean;
  onTick: (on: boolean) => void;
  /** All others are scenery. */
  isLastMover: boolean;
  isFirst: boolean;
  isLast: boolean;
  /** Who carries it. */
  carrier: string | undefined;
}

function SubjectRow(props: SubjectRowProps) {
  const { subject, chosen, isSolo, isTicked, onTick, isLastMover, carrier } = props;
  const dispatch = useAppDispatch();
  const change = (args: Partial<Pick<Subject, 'locked' | 'visible'>>): void =>
    void dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, args] }));
  const square = { kind: 'quiet', square: true, small: true } as const;
  return (
    <SortableRow
      id={subject.id}
      handleLabel={`Order of ${subject.name}`}
      handleTitle="Drag it further to the front or back; by keyboard Space, arrows, Space"
      className={clsx(
        'flex items-center gap-1.5 border-b border-rule bg-page px-1.5 py-0.5 last:border-0',
        chosen && 'bg-shade!',
        !subject.visible && 'opacity-60',
      )}
    >
      {(handle) => (
        <>
          {handle}
          <input
            type="checkbox"
            aria-label={`Tick ${subject.name}`}
            checked={isTicked}
            onChange={(event) => onTick(event.target.checked)}
            className="accent-[var(--accent)]"
          />
          <button
            type="button"
            aria-label={subject.name}
            aria-pressed={chosen}
            className="flex min-w-0 flex-1 items-center gap-2 rounded-sm text-left hover:underline"
            onClick={() => dispatch(subjectSelected(subject.id))}
          >
            <span
              className="h-3.5 w-3.5 shrink-0 rounded-sm border border-ink/40"
              style={{ background: subject.look.hollow ? 'transparent' : subject.look.fill }}
            />
            <span className={clsx('truncate', chosen && 'font-semibold')}>{subject.name}</span>
            <span className="figures ml-auto truncate pl-1 text-[11px] text-faint">
              {carrier && `on ${carrier}`}
              {subject.onStage && ` ${subject.onStage.first}–${subject.onStage.last}`}
            </span>
          </button>
          <Button
            {...square}
            aria-label={`${subject.name} is seen`}
            aria-pressed={subject.visible}
            tip={subject.visible ? 'Hide it' : 'Show it'}
            onClick={() => change({ visible: !subject.visible })}
          >
            {subject.visible ? <Eye size={13} /> : <EyeOff size={13} />}
          </Button>
          <Button
            {...square}
            aria-label={`${subject.name} is scenery`}
            aria-pressed={subject.locked}
            tip={
              subject.locked ? 'Scenery: it cannot be taken hold of or keyed. Free it' : 'Lock it: it is scenery then'
            }
            disabledReason={isLastMover && !subject.locked && 'A motion has at least one subject that can move.'}
            onClick={() => change({ locked: !subject.locked })}
          >
            {subject.locked ? <Lock size={13} /> : <LockOpen size={13} className="opacity-40" />}
          </Button>
          <SubjectMenu {...props} isSolo={isSolo} />
        </>
      )}
    </SortableRow>
  );
}

function SubjectMenu({ subject, isSolo, isLastMover, isFirst, isLast }: SubjectRowProps) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const run = (request: EditRequest): void => void dispatch(applyEdit(request));
  const duplicate = (withKeys: boolean): void => {
    const id = freeSubjectId(motion);
    const name = `${subject.name.slice(0, 50)}, copy`;
    run({ operation: 'duplicateSubject', args: [subject.id, { id, name, withKeys, frame: clock.frame }] });
    dispatch(subjectSelected(id));
  };
  const order = (by: number): void => run({ operation: 'orderSubject', args: [subject.id, by] });
  return (
    <Menu
      trigger={
        <Button kind="quiet" square small aria-label={`${subject.name}: more`}>
          <EllipsisVertical size={13} />
        </Button>
      }
    >
      <MenuItem onSelect={() => dispatch(soloToggled(subject.id))}>
        {isSolo ? 'Show all again' : 'Look at it alone'}
      </MenuItem>
      <MenuItem onSelect={() => duplicate(true)}>Duplicate with its keys</MenuItem>
      <MenuItem onSelect={() => duplicate(false)}>Duplicate without keys</MenuItem>
      {subject.look.shape === 'group' && (
        <MenuItem onSelect={() => run({ operation: 'ungroupSubjects', args: [subject.id, clock.frame] })}>
          Take the group apart
        </MenuItem>
      )}
      <MenuLine />
      <MenuItem disabledReason={isFirst && 'It is in front.'} onSelect={() => order(1)}>
        Further to the front
      </MenuItem>
      <MenuItem disabledReason={isLast && 'It is at the back.'} onSelect={() => order(-1)}>
        Further to the back
      </MenuItem>
      <MenuLine />
      <MenuItem
        disabledReason={isLastMover && 'A motion has at least one subject that can move.'}
        onSelect={() => run({ operation: 'removeSubject', args: [subject.id] })}
      >
        Take it out
      </MenuItem>
    </Menu>
  );
}
