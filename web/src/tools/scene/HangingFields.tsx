import {
  ChainEnd,
  FRAME_LIMIT,
  type FrameRange,
  MAX_EXPOSURE,
  type MotionDocument,
  Point,
  type Subject,
} from '@undulan/core';
import { z } from 'zod';
import { applyEdit, type EditRequest, selectMotion, selectSettledSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, DecimalField, Field, Select, Tick } from '../../ui/index.ts';

const FRAME = z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT);
const EXPOSURE_WORDS = ['', 'on ones', 'on twos', 'on threes', 'on fours'];
const PART_WORDS = ['', 'the part before it', 'two parts before it'];

/**
 * How long the selected subject's drawings are held, what it turns about, what carries it, the chain it ends, and when
 * it is on stage.
 */
export function HangingFields() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSettledSubject);
  if (!subject) return null;
  const run = (request: EditRequest): void => void dispatch(applyEdit(request));
  const pivot = (side: 'x' | 'y') => (
    <DecimalField
      within={Point.shape[side]}
      label={`Pivot ${side}, px`}
      value={subject.pivot[side]}
      onDecimal={(value) =>
        run({ operation: 'setPivot', args: [subject.id, { ...subject.pivot, [side]: value }, clock.frame] })
      }
    />
  );
  return (
    <div className="grid gap-3">
      <fieldset className="grid grid-cols-[1fr_0.7fr_0.7fr_1.2fr] gap-2">
        <Field label="Exposure">
          {(ids) => (
            <Select
              {...ids}
              value={subject.exposure}
              onChoose={(exposure) => run({ operation: 'setSubject', args: [subject.id, { exposure }] })}
              choices={Array.from({ length: MAX_EXPOSURE }, (_, i) => i + 1).map((count) => ({
                id: count,
                label: EXPOSURE_WORDS[count] ?? `held ${count} frames`,
              }))}
            />
          )}
        </Field>
        {pivot('x')}
        {pivot('y')}
        <Field label="Carried by">
          {(ids) => (
            <Select
              {...ids}
              value={subject.parentId ?? ''}
              onChoose={(choice) => run({ operation: 'hangSubject', args: [subject.id, choice || null, clock.frame] })}
              choices={[
                { id: '', label: 'nothing' },
                ...motion.subjects
                  .filter((other) => !hangsOn(motion, other, subject.id))
                  .map((other) => ({ id: other.id, label: other.name })),
              ]}
            />
          )}
        </Field>
      </fieldset>
      {subject.parentId !== null && <ChainFields subject={subject} onRun={run} />}
      <OnStageFields subject={subject} range={motion.range} onRun={run} />
    </div>
  );
}

interface PartProps {
  subject: Subject;
  onRun: (request: EditRequest) => void;
}

/** Whether dragging its end turns what carries it along, and how straight the chain may get. */
function ChainFields({ subject, onRun }: PartProps) {
  const { chain } = subject;
  const set = (next: ChainEnd | undefined): void =>
    onRun({ operation: 'setSubject', args: [subject.id, { chain: next }] });
  return (
    <fieldset className="flex flex-wrap items-end gap-2 text-xs text-faint">
      <Field label="Its end pulls along">
        {(ids) => (
          <Select
            {...ids}
            value={chain?.links ?? 0}
            onChoose={(links) => set(links === 0 ? undefined : { limit: 0.98, stretches: false, ...chain, links })}
            choices={Array.from({ length: 9 }, (_, links) => ({
              id: links,
              label: links === 0 ? 'nothing' : (PART_WORDS[links] ?? `${links} parts before it`),
            }))}
          />
        )}
      </Field>
      {chain && (
        <>
          <span className="w-24">
            <DecimalField
              within={ChainEnd.shape.limit}
              label="Limit, share"
              value={chain.limit}
              onDecimal={(limit) => set({ ...chain, limit })}
            />
          </span>
          <Tick className="h-8 gap-1!" checked={chain.stretches} onTick={(stretches) => set({ ...chain, stretches })}>
            stretches beyond it
          </Tick>
        </>
      )}
    </fieldset>
  );
}

/** From when to when it is on stage. */
function OnStageFields({ subject, range, onRun }: PartProps & { range: FrameRange }) {
  const { onStage } = subject;
  const set = (next: FrameRange | undefined): void =>
    onRun({ operation: 'setSubject', args: [subject.id, { onStage: next }] });
  return (
    <fieldset className="flex flex-wrap items-end gap-2 text-xs text-faint">
      <Tick className="h-8 gap-1!" checked={!onStage} onTick={(always) => set(always ? undefined : range)}>
        always on stage
      </Tick>
      {onStage && (
        <>
          <span className="w-24">
            <DecimalField
              within={FRAME.max(onStage.last)}
              label="On stage from"
              value={onStage.first}
              onDecimal={(first) => set({ ...onStage, first })}
            />
          </span>
          <span className="w-24">
            <DecimalField
              within={FRAME.min(onStage.first)}
              label="to"
              value={onStage.last}
              onDecimal={(last) => set({ ...onStage, last })}
            />
          </span>
          <Button
            disabledReason={
              onStage.first === range.first && onStage.last === range.last && 'It is on stage over the whole range.'
            }
            onClick={() => set(range)}
          >
            The whole range
          </Button>
        </>
      )}
    </fieldset>
  );
}

/** Whether a subject is another one, or is carried by it through whomever. */
function hangsOn(motion: MotionDocument, subject: Subject, id: string): boolean {
  if (subject.id === id) return true;
  const carrier = motion.subjects.find((other) => other.id === subject.parentId);
  return carrier !== undefined && hangsOn(motion, carrier, id);
}
