import { MAX_EXPOSURE, type MotionDocument, Point, type Subject } from '@undulan/core';
import { edited, selectMotion, selectSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { DecimalField, Field, INPUT } from '../../ui/index.ts';

const EXPOSURE_WORDS = ['', 'on ones', 'on twos', 'on threes', 'on fours'];

/** How long the selected subject's drawings are held, what it turns about, and what carries it. */
export function HangingFields() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSubject);
  if (!subject) return null;
  const set = (change: Partial<Pick<Subject, 'exposure' | 'pivot' | 'parentId'>>): void =>
    void dispatch(edited({ operation: 'setSubject', args: [subject.id, change] }));
  const pivot = (side: 'x' | 'y') => (
    <DecimalField
      within={Point.shape[side]}
      label={`Pivot ${side}, px`}
      value={subject.pivot[side]}
      onDecimal={(value) => set({ pivot: { ...subject.pivot, [side]: value } })}
    />
  );
  return (
    <fieldset className="grid grid-cols-[1fr_0.7fr_0.7fr_1.2fr] gap-3">
      <Field label="Exposure">
        {(ids) => (
          <select
            {...ids}
            className={INPUT}
            value={subject.exposure}
            onChange={(event) => set({ exposure: Number(event.target.value) })}
          >
            {Array.from({ length: MAX_EXPOSURE }, (_, i) => i + 1).map((count) => (
              <option key={count} value={count}>
                {EXPOSURE_WORDS[count] ?? `held ${count} frames`}
              </option>
            ))}
          </select>
        )}
      </Field>
      {pivot('x')}
      {pivot('y')}
      <Field label="Carried by">
        {(ids) => (
          <select
            {...ids}
            className={INPUT}
            value={subject.parentId ?? ''}
            onChange={(event) => set({ parentId: event.target.value || null })}
          >
            <option value="">nothing</option>
            {motion.subjects
              .filter((other) => !hangsOn(motion, other, subject.id))
              .map((other) => (
                <option key={other.id} value={other.id}>
                  {other.name}
                </option>
              ))}
          </select>
        )}
      </Field>
    </fieldset>
  );
}

/** Whether a subject is another one, or is carried by it through whomever. */
function hangsOn(motion: MotionDocument, subject: Subject, id: string): boolean {
  if (subject.id === id) return true;
  const carrier = motion.subjects.find((other) => other.id === subject.parentId);
  return carrier !== undefined && hangsOn(motion, carrier, id);
}
