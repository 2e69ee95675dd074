import { readDecimal, Stage } from '@undulan/core';
import { clsx } from 'clsx';
import { useForm, useWatch } from 'react-hook-form';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { DecimalField, Field, INPUT, Select } from '../../ui/index.ts';

const CUSTOM = 'custom';
const SIZES: readonly [number, number][] = [
  [960, 540],
  [1280, 720],
  [1920, 1080],
  [1080, 1080],
  [1080, 1920],
];

interface SizeTyped {
  width: string;
  height: string;
}

/** The stage's size and ground. */
export function StageFields() {
  const dispatch = useAppDispatch();
  const { stage } = useAppSelector(selectMotion)!;
  const form = useForm<SizeTyped>({
    values: { width: String(stage.widthPx), height: String(stage.heightPx) },
    resetOptions: { keepDirtyValues: true },
  });
  const typed = useWatch({ control: form.control }) as SizeTyped;
  const parse = ({ width, height }: SizeTyped) =>
    Stage.safeParse({
      ...stage,
      widthPx: readDecimal(width),
      heightPx: readDecimal(height),
    });
  const parsed = parse(typed);
  const issueAt = (side: 'widthPx' | 'heightPx'): string | undefined =>
    parsed.error?.issues.some((issue) => issue.path[0] === side)
      ? 'A whole number of pixels from 16 to 8192.'
      : undefined;

  const commit = (): void => {
    const next = parse(form.getValues());
    if (!next.success) return;
    if (next.data.widthPx !== stage.widthPx || next.data.heightPx !== stage.heightPx)
      dispatch(applyEdit({ operation: 'setScene', args: [{ stage: next.data }] }));
    form.reset(form.getValues());
  };
  const present = SIZES.find(([width, height]) => width === stage.widthPx && height === stage.heightPx);
  return (
    <fieldset className="grid grid-cols-[1.2fr_0.8fr_0.8fr_0.9fr_auto] gap-3">
      <Field label="Stage size">
        {(ids) => (
          <Select
            {...ids}
            value={present ? present.join('x') : CUSTOM}
            onChoose={(choice) => {
              const [width, height] = choice.split('x').map(Number);
              if (width && height)
                dispatch(
                  applyEdit({
                    operation: 'setScene',
                    args: [{ stage: { ...stage, widthPx: width, heightPx: height } }],
                  }),
                );
            }}
            choices={[
              ...SIZES.map(([width, height]) => ({ id: `${width}x${height}`, label: `${width} × ${height}` })),
              ...(!present ? [{ id: CUSTOM, label: 'custom' }] : []),
            ]}
          />
        )}
      </Field>
      <Field label="Width, px" error={issueAt('widthPx')}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('width', { onBlur: commit })}
            inputMode="numeric"
            className={clsx(INPUT, 'figures')}
          />
        )}
      </Field>
      <Field label="Height, px" error={issueAt('heightPx')}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('height', { onBlur: commit })}
            inputMode="numeric"
            className={clsx(INPUT, 'figures')}
          />
        )}
      </Field>
      <DecimalField
        within={Stage.shape.pixelsPerMetre}
        label="Px a metre"
        value={stage.pixelsPerMetre}
        onDecimal={(pixelsPerMetre) =>
          dispatch(applyEdit({ operation: 'setScene', args: [{ stage: { ...stage, pixelsPerMetre } }] }))
        }
      />
      <Field label="Ground">
        {(ids) => (
          <input
            {...ids}
            type="color"
            className="h-8 w-12 rounded-md border border-rule bg-page p-0.5"
            value={stage.background}
            onChange={(event) =>
              dispatch(
                applyEdit({ operation: 'setScene', args: [{ stage: { ...stage, background: event.target.value } }] }),
              )
            }
          />
        )}
      </Field>
    </fieldset>
  );
}
