import {
  accept,
  CHANNELS,
  chartOf,
  findChannel,
  type KeyTolerance,
  readChart,
  refuse,
  type Result,
  sameData,
  trackWith,
  writeChart,
  type WrittenMark,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useMemo } from 'react';
import { z } from 'zod';
import {
  applyEdit,
  changeDetails,
  channelSelected,
  type EditRequest,
  runEdit,
  selectActiveChannel,
  selectMotion,
  selectSubject,
  selectWork,
} from '../../editing/index.ts';
import { OwnCharts } from '../../panels/charts/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Field, INPUT, readBy, Select, useTypedForm } from '../../ui/index.ts';
import { Alternatives } from './Alternatives.tsx';

/** The target's chart: written as frames and shares, as it comes out, and what else would be as right. */
export function ChartForm() {
  const subject = useAppSelector(selectSubject);
  const active = useAppSelector(selectActiveChannel);
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      {subject && active && <WrittenChart key={`${subject.id} ${active.id}`} />}
      <OwnCharts tone="target" target={null} />
      <Alternatives />
    </div>
  );
}

/** The chart of the chosen channel in writing: typed, or pasted from a table, it keys the channel. */
function WrittenChart() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSubject)!;
  const { id: channelId } = useAppSelector(selectActiveChannel)!;
  const { keyTolerances = [] } = useAppSelector(selectWork)!.details!;
  const channel = findChannel(motion.subjects.find((other) => other.id === subject.id) ?? subject, channelId)!;
  const track = trackWith(channelId)?.id;
  const isOwn = (tolerance: KeyTolerance): boolean => tolerance.subjectId === subject.id && tolerance.track === track;
  const written = writeChart(
    chartOf(channel).map((mark) => ({
      ...mark,
      keyFrames: keyTolerances.find((own) => isOwn(own) && own.frame === mark.frame)?.keyFrames ?? null,
    })),
  );
  const schema = useMemo(() => {
    const request = (chart: readonly WrittenMark[]): EditRequest => ({
      operation: 'applyChart',
      args: [{ subjectId: subject.id, channelId }, chart],
    });
    const read = (text: string): Result<{ marks: WrittenMark[]; request: EditRequest }> => {
      const chart = readChart(text, motion.range);
      if (!chart.ok) return chart;
      const { refused } = runEdit(motion, request(chart.value));
      return refused ? refuse('not-keyed', [], refused) : accept({ marks: chart.value, request: request(chart.value) });
    };
    return z.object({ chart: readBy(z.string(), read) });
  }, [motion, subject.id, channelId]);
  const form = useTypedForm(schema, { chart: written });
  const isTyped = form.formState.isDirty;
  const problem = isTyped ? form.problem : null;

  /** What the chart says of tolerances; those of other tracks stay. */
  const tolerate = (marks: readonly WrittenMark[]): void => {
    const own = marks.flatMap(({ frame, keyFrames }): KeyTolerance[] =>
      keyFrames === null || !track ? [] : [{ subjectId: subject.id, track, frame, keyFrames }],
    );
    const next = [...keyTolerances.filter((tolerance) => !isOwn(tolerance)), ...own];
    if (!sameData(next, keyTolerances)) dispatch(changeDetails({ keyTolerances: next }));
  };
  const apply = ({ chart: { marks, request } }: z.infer<typeof schema>): void => {
    form.settle();
    dispatch(applyEdit(request));
    if (marks.some((mark) => mark.keyFrames !== null) || keyTolerances.some(isOwn)) tolerate(marks);
  };
  return (
    <form className="grid gap-1.5" onSubmit={(event) => void form.handleSubmit(apply)(event)}>
      <Field
        label={`Written chart of ${subject.name}`}
        error={problem ?? undefined}
        hint={
          'Frames with a dot between: a plain frame is an extreme, 9 = 1/2 a breakdown half-way, 25 (600) ' +
          'an extreme at 600, ± 2 its own tolerance. Rows copied from a table work too.'
        }
      >
        {(ids) => (
          <textarea
            {...ids}
            {...form.register('chart')}
            rows={2}
            spellCheck={false}
            placeholder="1 · 5 · 9 = 1/2 · 25"
            className={clsx(INPUT, 'figures h-auto! py-1.5')}
          />
        )}
      </Field>
      <div className="flex items-center gap-2">
        <Select
          aria-label="Channel of the chart"
          className="w-40!"
          value={channelId}
          onChoose={(choice) => dispatch(channelSelected(choice))}
          choices={subject.channels.map((other) => ({ id: other.id, label: CHANNELS[other.id].label }))}
        />
        <Button type="submit" disabledReason={(!isTyped && 'Change the chart first.') || (problem ?? false)}>
          Key it so
        </Button>
        {isTyped && (
          <Button kind="quiet" onClick={() => form.reset({ chart: written })}>
            As it was
          </Button>
        )}
      </div>
    </form>
  );
}
