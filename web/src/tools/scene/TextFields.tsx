import { type FONTS, type Look, Words } from '@undulan/core';
import { sizeOfWords } from '../../picture/stage/index.ts';
import { CommitText, DecimalField, Field, Select } from '../../ui/index.ts';

const FONT_NAMES: Record<(typeof FONTS)[number], string> = {
  heading: 'Headings',
  text: 'Text',
  figures: 'Even widths',
};
const WEIGHTS = [200, 300, 400, 500, 600, 700, 800];

interface TextFieldsProps {
  look: Look;
  text: Words;
  onLook: (look: Look) => void;
}

/** The words of a text, their font, weight and size. */
export function TextFields({ look, text, onLook }: TextFieldsProps) {
  const set = (change: Partial<Words>): string | null => {
    const next = Words.safeParse({ ...text, ...change });
    if (next.success) onLook({ ...look, ...sizeOfWords(next.data), text: next.data });
    return next.error?.issues[0]?.message ?? null;
  };
  return (
    <fieldset className="grid grid-cols-[1.6fr_1fr_0.7fr_0.7fr] gap-2">
      <Field label="Words">
        {(ids) => (
          <CommitText {...ids} rows={2} value={text.words} counts="as-typed" onCommit={(words) => set({ words })} />
        )}
      </Field>
      <Field label="Font">
        {(ids) => (
          <Select
            {...ids}
            value={text.font}
            onChoose={(font) => set({ font })}
            choices={(Object.keys(FONT_NAMES) as Words['font'][]).map((id) => ({ id, label: FONT_NAMES[id] }))}
          />
        )}
      </Field>
      <Field label="Weight">
        {(ids) => (
          <Select
            {...ids}
            value={text.weight}
            onChoose={(weight) => set({ weight })}
            choices={WEIGHTS.map((id) => ({ id, label: String(id) }))}
          />
        )}
      </Field>
      <DecimalField
        within={Words.shape.sizePx}
        label="Size, px"
        value={text.sizePx}
        onDecimal={(sizePx) => set({ sizePx })}
      />
    </fieldset>
  );
}
