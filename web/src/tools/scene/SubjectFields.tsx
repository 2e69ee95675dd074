import { Look, pileOf, READY_SHAPES, sizedLook, Subject, USUAL_STROKE, USUAL_STROKE_PX } from '@undulan/core';
import { applyEdit, previewEdit, selectSettledSubject } from '../../editing/index.ts';
import { SHAPE_NAMES } from '../../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { ColourField, CommitInput, DecimalField, Field, Select, Tick } from '../../ui/index.ts';
import { DrawingsFields } from './DrawingsFields.tsx';
import { MorphFields } from './MorphFields.tsx';
import { PictureFields } from './PictureFields.tsx';
import { TextFields } from './TextFields.tsx';

const CHANGEABLE = [...READY_SHAPES, 'polygon', 'line'] as const;

/** The selected subject's name and look. */
export function SubjectFields({ courseId }: { courseId: string }) {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSettledSubject);
  if (!subject) return <p className="text-faint">No subject is selected: click one in the picture.</p>;
  const { look } = subject;
  const setLook = (next: Look): void =>
    void dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { look: next }] }));
  const tryLook = (next: Look | null): void =>
    void dispatch(previewEdit(next && { operation: 'setSubject', args: [subject.id, { look: next }] }));
  const setName = (text: string): string | null => {
    const name = Subject.shape.name.safeParse(text.trim());
    if (name.success) dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { name: name.data }] }));
    return name.error?.issues[0]?.message ?? null;
  };
  const isShape = (CHANGEABLE as readonly string[]).includes(look.shape);
  const isSeen = look.shape !== 'group' && look.shape !== 'camera';
  const stroke = look.stroke === undefined ? (look.shape === 'text' ? null : USUAL_STROKE) : look.stroke;
  return (
    <div className="grid gap-3">
      <fieldset className="grid grid-cols-[1.1fr_1.1fr_0.7fr_0.7fr] gap-2">
        <Field label="Subject">
          {(ids) => <CommitInput {...ids} value={subject.name} onCommit={setName} counts="as-typed" />}
        </Field>
        <Field label="Shape">
          {(ids) => (
            <Select
              {...ids}
              value={look.shape}
              disabled={!isShape}
              onChoose={(shape) => setLook({ ...look, shape, ...(shape === 'polygon' && { sides: look.sides ?? 5 }) })}
              choices={(isShape ? CHANGEABLE : [look.shape]).map((shape) => ({ id: shape, label: SHAPE_NAMES[shape] }))}
            />
          )}
        </Field>
        <DecimalField
          within={Look.shape.widthPx}
          label="Width"
          value={Math.round(look.widthPx * 10) / 10}
          onDecimal={(widthPx) => setLook(sizedLook(look, widthPx, look.heightPx))}
        />
        <DecimalField
          within={Look.shape.heightPx}
          label="Height"
          value={Math.round(look.heightPx * 10) / 10}
          onDecimal={(heightPx) => setLook(sizedLook(look, look.widthPx, heightPx))}
        />
      </fieldset>
      {isSeen && (
        <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-xs text-faint">
          <span className="flex items-center gap-1.5">
            Fill
            <ColourField
              label="Fill"
              value={look.fill}
              disabledReason={look.hollow && 'Nothing is filled.'}
              onColour={(fill) => setLook({ ...look, fill })}
              onTry={(fill) => tryLook(fill === null ? null : { ...look, fill })}
            />
            <Tick className="gap-1!" checked={!look.hollow} onTick={(on) => setLook({ ...look, hollow: !on })}>
              filled
            </Tick>
          </span>
          <span className="flex items-center gap-1.5">
            Line
            <ColourField
              label="Line"
              value={stroke ?? USUAL_STROKE}
              disabledReason={stroke === null && 'There is no line about it.'}
              onColour={(colour) => setLook({ ...look, stroke: colour })}
              onTry={(colour) => tryLook(colour === null ? null : { ...look, stroke: colour })}
            />
            <Tick
              className="gap-1!"
              checked={stroke !== null}
              onTick={(on) => setLook({ ...look, stroke: on ? USUAL_STROKE : null })}
            >
              drawn
            </Tick>
          </span>
          <span className="w-24">
            <DecimalField
              within={Look.shape.strokePx.unwrap()}
              label="Line, px"
              value={look.strokePx ?? USUAL_STROKE_PX}
              onDecimal={(strokePx) => setLook({ ...look, strokePx })}
            />
          </span>
          {look.shape === 'polygon' && (
            <span className="w-20">
              <DecimalField
                within={Look.shape.sides.unwrap()}
                label="Sides"
                value={look.sides ?? 5}
                onDecimal={(sides) => setLook({ ...look, sides })}
              />
            </span>
          )}
        </fieldset>
      )}
      {look.text && <TextFields look={look} text={look.text} onLook={setLook} />}
      {look.shape === 'picture' && <PictureFields look={look} courseId={courseId} onLook={setLook} />}
      {pileOf(look) > 0 && <DrawingsFields subject={subject} />}
      <MorphFields subject={subject} />
    </div>
  );
}
