import { useForm } from 'react-hook-form';
import { formatRate, frameCount, Look, parseRange, parseRate, RATE_PRESETS, runningSeconds, sameRate, SHAPES, Stage, travelSeconds, type MotionDocument, type Shape } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { edited, selectMotion, selectSubject } from '../../editing/index.ts';
import { SHAPE_NAMES } from '../../stage/index.ts';
import { Field, INPUT } from '../../ui/index.ts';

/** Rate, range, stage and the subject's looks, each part kept as soon as it is right. */
export function SceneForm() {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      <TimeFields />
      <StageFields />
      <SubjectFields />
    </div>
  );
}

interface TimeTyped {
  preset: string;
  rate: string;
  first: string;
  last: string;
}

const CUSTOM = 'custom';

function timeOf(motion: MotionDocument): TimeTyped {
  const preset = RATE_PRESETS.find((rate) => sameRate(rate, motion.rate));
  return { preset: preset ? formatRate(preset) : CUSTOM, rate: formatRate(motion.rate), first: String(motion.range.first), last: String(motion.range.last) };
}

function TimeFields() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const form = useForm<TimeTyped>({ values: timeOf(motion), resetOptions: { keepDirtyValues: true } });
  const typed = form.watch();

  const rate = parseRate(typed.preset === CUSTOM ? typed.rate : typed.preset);
  const range = parseRange(typed.first, typed.last);
  const issueAt = (end: string): string | undefined => (range.ok ? undefined : range.issues.find((issue) => issue.path[0] === end)?.message);

  const commit = (): void => {
    const now = form.getValues();
    const nextRate = parseRate(now.preset === CUSTOM ? now.rate : now.preset);
    const nextRange = parseRange(now.first, now.last);
    if (!nextRate.ok || !nextRange.ok) return;
    const same = sameRate(nextRate.value, motion.rate) && nextRange.value.first === motion.range.first && nextRange.value.last === motion.range.last;
    if (!same) dispatch(edited({ operation: 'setScene', args: [{ rate: nextRate.value, range: nextRange.value }] }));
    form.reset(now);
  };
  const leave = { onBlur: commit };

  return (
    <fieldset>
      <div className="grid grid-cols-[1.3fr_1fr_1fr] gap-3">
        <div className="flex gap-2">
          <Field label="Frame rate" className="flex-1">
            {(ids) => (
              <select {...ids} {...form.register('preset', { onChange: commit })} className={INPUT}>
                {RATE_PRESETS.map((preset) => (
                  <option key={formatRate(preset)} value={formatRate(preset)}>
                    {formatRate(preset)} fps
                  </option>
                ))}
                <option value={CUSTOM}>custom</option>
              </select>
            )}
          </Field>
          {typed.preset === CUSTOM && (
            <Field label="Custom, fps" error={rate.ok ? undefined : rate.issues[0]!.message} className="w-24">
              {(ids) => <input {...ids} {...form.register('rate', leave)} className={`${INPUT} figures`} />}
            </Field>
          )}
        </div>
        <Field label="First frame" error={issueAt('first')}>
          {(ids) => <input {...ids} {...form.register('first', leave)} inputMode="numeric" className={`${INPUT} figures`} />}
        </Field>
        <Field label="Last frame" error={issueAt('last')}>
          {(ids) => <input {...ids} {...form.register('last', leave)} inputMode="numeric" className={`${INPUT} figures`} />}
        </Field>
      </div>
      <p className="figures mt-1.5 text-xs text-faint" aria-live="polite" data-testid="durations">
        {rate.ok && range.ok
          ? `${frameCount(range.value)} frames · runs ${runningSeconds(range.value, rate.value).toFixed(3)} s · travel ${travelSeconds(range.value.first, range.value.last, rate.value).toFixed(3)} s from first to last`
          : 'The range and rate in force stay until these are right.'}
      </p>
      <p className="mt-0.5 text-xs text-faint">Keys keep their frame numbers when rate or range change.</p>
    </fieldset>
  );
}

const SIZES: readonly [number, number][] = [
  [960, 540],
  [1280, 720],
  [1920, 1080],
  [1080, 1080],
  [1080, 1920],
];

function StageFields() {
  const dispatch = useAppDispatch();
  const { stage } = useAppSelector(selectMotion)!;
  const form = useForm({ values: { width: String(stage.widthPx), height: String(stage.heightPx) }, resetOptions: { keepDirtyValues: true } });
  const typed = form.watch();
  const parse = ({ width, height }: { width: string; height: string }) => Stage.safeParse({ ...stage, widthPx: width.trim() ? Number(width) : NaN, heightPx: height.trim() ? Number(height) : NaN });
  const parsed = parse(typed);
  const issueAt = (side: 'widthPx' | 'heightPx'): string | undefined =>
    parsed.error?.issues.some((issue) => issue.path[0] === side) ? 'A whole number of pixels from 16 to 8192.' : undefined;

  const commit = (): void => {
    const next = parse(form.getValues());
    if (!next.success) return;
    if (next.data.widthPx !== stage.widthPx || next.data.heightPx !== stage.heightPx) dispatch(edited({ operation: 'setScene', args: [{ stage: next.data }] }));
    form.reset(form.getValues());
  };
  const present = SIZES.find(([width, height]) => width === stage.widthPx && height === stage.heightPx);
  return (
    <fieldset className="grid grid-cols-[1.3fr_1fr_1fr_auto] gap-3">
      <Field label="Stage size">
        {(ids) => (
          <select
            {...ids}
            className={INPUT}
            value={present ? present.join('x') : CUSTOM}
            onChange={(event) => {
              const [width, height] = event.target.value.split('x').map(Number);
              if (width && height) dispatch(edited({ operation: 'setScene', args: [{ stage: { ...stage, widthPx: width, heightPx: height } }] }));
            }}
          >
            {SIZES.map(([width, height]) => (
              <option key={`${width}x${height}`} value={`${width}x${height}`}>
                {width} × {height}
              </option>
            ))}
            {!present && <option value={CUSTOM}>custom</option>}
          </select>
        )}
      </Field>
      <Field label="Width, px" error={issueAt('widthPx')}>
        {(ids) => <input {...ids} {...form.register('width', { onBlur: commit })} inputMode="numeric" className={`${INPUT} figures`} />}
      </Field>
      <Field label="Height, px" error={issueAt('heightPx')}>
        {(ids) => <input {...ids} {...form.register('height', { onBlur: commit })} inputMode="numeric" className={`${INPUT} figures`} />}
      </Field>
      <Field label="Ground">
        {(ids) => (
          <input
            {...ids}
            type="color"
            className="h-8 w-12 rounded-md border border-rule bg-page p-0.5"
            value={stage.background}
            onChange={(event) => dispatch(edited({ operation: 'setScene', args: [{ stage: { ...stage, background: event.target.value } }] }))}
          />
        )}
      </Field>
    </fieldset>
  );
}

function SubjectFields() {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const form = useForm({
    values: { name: subject?.name ?? '', width: String(subject?.look.widthPx ?? ''), height: String(subject?.look.heightPx ?? '') },
    resetOptions: { keepDirtyValues: true },
  });
  const typed = form.watch();
  if (!subject) return <p className="text-faint">No subject is selected: click one in the picture.</p>;
  const { look } = subject;
  const setLook = (change: Partial<Look>): void => void dispatch(edited({ operation: 'setSubject', args: [subject.id, { look: { ...look, ...change } }] }));
  const sizeError = (text: string): string | undefined => {
    const size = Number(text);
    return text.trim() === '' || !(size >= 1 && size <= 10_000) ? 'From 1 to 10000 px.' : undefined;
  };
  const nameError = typed.name.trim() === '' ? 'Give the subject a name.' : typed.name.trim().length > 60 ? 'At most 60 characters.' : undefined;
  const commitName = (): void => {
    const name = form.getValues('name').trim();
    if (name === '' || name.length > 60) return;
    if (name !== subject.name) dispatch(edited({ operation: 'setSubject', args: [subject.id, { name }] }));
    form.resetField('name', { defaultValue: name });
  };
  const commitSize = (side: 'width' | 'height'): void => {
    const text = form.getValues(side);
    if (sizeError(text)) return;
    const sidePx = side === 'width' ? 'widthPx' : 'heightPx';
    if (Number(text) !== look[sidePx]) setLook({ [sidePx]: Number(text) });
    form.resetField(side, { defaultValue: text });
  };
  return (
    <fieldset className="grid grid-cols-[1.3fr_1fr_0.7fr_0.7fr_auto] gap-3">
      <Field label="Subject" error={nameError}>
        {(ids) => <input {...ids} {...form.register('name', { onBlur: commitName })} className={INPUT} />}
      </Field>
      <Field label="Shape">
        {(ids) => (
          <select {...ids} className={INPUT} value={look.shape} onChange={(event) => setLook({ shape: event.target.value as Shape })}>
            {SHAPES.map((shape) => (
              <option key={shape} value={shape}>
                {SHAPE_NAMES[shape]}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Width" error={sizeError(typed.width)}>
        {(ids) => <input {...ids} {...form.register('width', { onBlur: () => commitSize('width') })} inputMode="numeric" className={`${INPUT} figures`} />}
      </Field>
      <Field label="Height" error={sizeError(typed.height)}>
        {(ids) => <input {...ids} {...form.register('height', { onBlur: () => commitSize('height') })} inputMode="numeric" className={`${INPUT} figures`} />}
      </Field>
      <Field label="Fill">
        {(ids) => <input {...ids} type="color" className="h-8 w-12 rounded-md border border-rule bg-page p-0.5" value={look.fill} onChange={(event) => setLook({ fill: event.target.value })} />}
      </Field>
    </fieldset>
  );
}
