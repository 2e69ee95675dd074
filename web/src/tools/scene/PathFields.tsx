import {
  channelOf,
  Guided,
  type GuidePath,
  MARK_SPREADS,
  type MarkSpread,
  marksToTravel,
  sampleChannel,
  spreadMarks,
  type Subject,
} from '@undulan/core';
import { useState } from 'react';
import { z } from 'zod';
import { applyEdit, channelSelected, type EditRequest, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, DecimalField, Field, Select, Tick } from '../../ui/index.ts';

const SPREAD_WORDS: Record<MarkSpread, string> = {
  even: 'even',
  'dense-one-side': 'dense at its start',
  'dense-both-turns': 'dense at both turns',
  'sparse-both-turns': 'sparse at both turns',
};

/** The path the subject goes along, how, and how its marks are spread on it. */
export function PathFields({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { guide } = subject;
  const path = guide && motion.guides.find(({ id }) => id === guide.pathId);
  const run = (request: EditRequest): void => void dispatch(applyEdit(request));
  if (motion.guides.length === 0) return null;
  const ride = (pathId: string): void => {
    const next = pathId === '' ? null : { orient: false, angle: 0, lean: 0, ...guide, pathId };
    run({ operation: 'rideGuide', args: [subject.id, next] });
    if (next) dispatch(channelSelected('travel'));
  };
  const set = (change: Partial<Guided>): void =>
    run({ operation: 'guideSubject', args: [subject.id, { ...guide!, ...change }] });
  return (
    <fieldset aria-label="Path" className="grid gap-2 text-xs text-faint">
      <div className="grid grid-cols-[1.4fr_auto_0.8fr_0.8fr] items-end gap-2">
        <Field label="Goes along">
          {(ids) => (
            <Select
              {...ids}
              value={guide?.pathId ?? ''}
              onChoose={ride}
              choices={[{ id: '', label: 'no path' }, ...motion.guides.map(({ id, name }) => ({ id, label: name }))]}
            />
          )}
        </Field>
        {guide && (
          <>
            <Tick className="h-8 gap-1!" checked={guide.orient} onTick={(orient) => set({ orient })}>
              turned with it
            </Tick>
            <DecimalField
              within={Guided.shape.angle}
              label="by, °"
              value={guide.angle}
              onDecimal={(angle) => set({ angle })}
            />
            <DecimalField
              within={Guided.shape.lean}
              label="Lean, 0–10"
              value={guide.lean}
              onDecimal={(lean) => set({ lean })}
            />
          </>
        )}
      </div>
      {path && (
        <>
          <MarksFields subject={subject} path={path} onRun={run} />
          <TravelFields subject={subject} path={path} onRun={run} />
          <PathActions subject={subject} path={path} onRun={run} />
        </>
      )}
    </fieldset>
  );
}

interface PartProps {
  subject: Subject;
  path: GuidePath;
  onRun: (request: EditRequest) => void;
}

const COUNT = z.int().min(2).max(2000);
const PERCENT = z.number().min(0).max(95);

/** So many marks, a mark a frame, spread along the path: they become the keys of its travel. */
function MarksFields({ subject, path, onRun }: PartProps) {
  const motion = useAppSelector(selectMotion)!;
  const { first, last } = motion.range;
  const [count, setCount] = useState(Math.max(2, last - first + 1));
  const [spread, setSpread] = useState<MarkSpread>('even');
  const [percent, setPercent] = useState(60);
  return (
    <div className="grid grid-cols-[0.6fr_1.4fr_0.7fr_auto] items-end gap-2">
      <DecimalField within={COUNT} label="Marks" value={count} onDecimal={setCount} />
      <Field label="spread">
        {(ids) => (
          <Select
            {...ids}
            value={spread}
            onChoose={setSpread}
            choices={MARK_SPREADS.map((id) => ({ id, label: SPREAD_WORDS[id] }))}
          />
        )}
      </Field>
      <DecimalField within={PERCENT} label="how far, %" value={percent} onDecimal={setPercent} />
      <Button
        tip={`A mark a frame from ${first} on, each a key of its travel`}
        onClick={() =>
          onRun({
            operation: 'setTravel',
            args: [
              subject.id,
              marksToTravel(spreadMarks(count, spread, percent / 100, path.closed), first, path.closed),
            ],
          })
        }
      >
        Put marks
      </Button>
    </div>
  );
}

const SHARE = z.number().min(-100).max(100);

/** Where on the path it begins, and which keys its travel has. */
function TravelFields({ subject, path, onRun }: PartProps) {
  const motion = useAppSelector(selectMotion)!;
  const travel = channelOf(motion, subject.id, 'travel');
  const start = travel.keys[0]?.value ?? travel.resting;
  const riders = motion.subjects.filter(({ guide }) => guide?.pathId === path.id).length;
  return (
    <div className="flex flex-wrap items-end gap-2">
      <span className="w-24">
        <DecimalField
          within={SHARE}
          label="Begins at, share"
          value={Math.round(start * 1e4) / 1e4}
          onDecimal={(share) =>
            onRun({
              operation: 'offsetChannels',
              args: [[{ subjectId: subject.id, channelId: 'travel', value: share - start }]],
            })
          }
        />
      </span>
      <Button
        tip="Two keys: the same way on every frame"
        onClick={() => onRun({ operation: 'evenTravel', args: [subject.id] })}
      >
        Even speed
      </Button>
      <Button
        tip="A key on each of its points, evenly apart in time"
        onClick={() => onRun({ operation: 'travelByPoints', args: [subject.id] })}
      >
        By its points
      </Button>
      <Button
        disabledReason={riders < 2 && 'It is alone on its path.'}
        tip="All that are on it begin evenly apart"
        onClick={() => onRun({ operation: 'spreadOnGuide', args: [path.id] })}
      >
        Spread those on it
      </Button>
    </div>
  );
}

/** What is done to the path itself. */
function PathActions({ subject, path, onRun }: PartProps) {
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const others = motion.guides.filter(({ id, closed }) => id !== path.id && !closed);
  const newId = (): string => `path-${crypto.randomUUID().slice(0, 8)}`;
  const shareHere = (): number => {
    const at = sampleChannel(channelOf(motion, subject.id, 'travel'), clock.frame);
    return path.closed ? at - Math.floor(at) : Math.min(1, Math.max(0, at));
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Button
        onClick={() => onRun({ operation: 'setGuide', args: [{ ...path, closed: !path.closed }] })}
        disabledReason={!path.closed && path.points.length < 3 && 'Two points make no round.'}
      >
        {path.closed ? 'Open it at its end' : 'Close it'}
      </Button>
      <Button
        tip={path.closed ? 'It begins where the subject is now' : 'In two, where the subject is now'}
        onClick={() => onRun({ operation: 'splitGuide', args: [path.id, shareHere(), newId()] })}
      >
        {path.closed ? 'Open it here' : 'Split it here'}
      </Button>
      <Select
        aria-label="Join another path to its end"
        value=""
        disabled={path.closed || others.length === 0}
        onChoose={(id) => id !== '' && onRun({ operation: 'joinGuides', args: [path.id, id] })}
        choices={[{ id: '', label: 'join to its end …' }, ...others.map(({ id, name }) => ({ id, label: name }))]}
      />
      <Button kind="danger" onClick={() => onRun({ operation: 'removeGuide', args: [path.id] })}>
        Take it out
      </Button>
    </div>
  );
}
