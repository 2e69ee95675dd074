import { Stage } from '@undulan/core';
import { applyEdit, previewEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { ColourField, DecimalField, Field, Select } from '../../ui/index.ts';

const CUSTOM = 'custom';
const SIZES: readonly [number, number][] = [
  [960, 540],
  [1280, 720],
  [1920, 1080],
  [1080, 1080],
  [1080, 1920],
];

/** The stage's size and ground. */
export function StageFields() {
  const dispatch = useAppDispatch();
  const { stage } = useAppSelector(selectMotion)!;
  const set = (change: Partial<Stage>): void =>
    void dispatch(applyEdit({ operation: 'setScene', args: [{ stage: { ...stage, ...change } }] }));
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
              if (width && height) set({ widthPx: width, heightPx: height });
            }}
            choices={[
              ...SIZES.map(([width, height]) => ({ id: `${width}x${height}`, label: `${width} × ${height}` })),
              ...(!present ? [{ id: CUSTOM, label: 'custom' }] : []),
            ]}
          />
        )}
      </Field>
      <DecimalField
        within={Stage.shape.widthPx}
        label="Width, px"
        value={stage.widthPx}
        onDecimal={(widthPx) => set({ widthPx })}
      />
      <DecimalField
        within={Stage.shape.heightPx}
        label="Height, px"
        value={stage.heightPx}
        onDecimal={(heightPx) => set({ heightPx })}
      />
      <DecimalField
        within={Stage.shape.pixelsPerMetre}
        label="Px a metre"
        value={stage.pixelsPerMetre}
        onDecimal={(pixelsPerMetre) => set({ pixelsPerMetre })}
      />
      <span className="grid gap-1 text-xs font-semibold text-faint">
        Ground
        <ColourField
          label="Ground"
          value={stage.background}
          onColour={(background) => set({ background })}
          onTry={(background) =>
            dispatch(
              previewEdit(
                background === null ? null : { operation: 'setScene', args: [{ stage: { ...stage, background } }] },
              ),
            )
          }
        />
      </span>
    </fieldset>
  );
}
