import { MAX_EXPOSURE, type MotionDocument, Point, type Subject } from '@undulan/core';
import { applyEdit, selectMotion, selectSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { DecimalField, Field, Select } from '../../ui/index.ts';

const EXPOSURE_WORDS = ['', 'on ones', 'on twos', 'on threes', 'on fours'];

/** How long the selected subject's drawings are held, what it turns about, and what carries it. */
export function HangingFields() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSubject);
  if (!subject) return null;
  const pivot = (side: 'x' | 'y') => (
    <DecimalField
      within={Point.shape[side]}
      label={`Pivot ${side}, px`}
      value={subject.pivot[side]}
      onDecimal={(value) =>
        dispatch(
          applyEdit({ operation: 'setPivot', args: [subject.id, { ...subject.pivot, [side]: value }, clock.frame] }),
        )
      }
    />
  );
  return (
    <fieldset className="grid grid-cols-[1fr_0.7fr_0.7fr_1.2fr] gap-3">
      <Field label="Exposure">
        {(ids) => (
          <Select
            {...ids}
            value={subject.exposure}
            onChoose={(exposure) => dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { exposure }] }))}
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
            onChoose={(choice) =>
              dispatch(applyEdit({ operation: 'hangSubject', args: [subject.id, choice || null, clock.frame] }))
            }
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
  );
}

/** Whether a subject is another one, or is carried by it through whomever. */
function hangsOn(motion: MotionDocument, subject: Subject, id: string): boolean {
  if (subject.id === id) return true;
  const carrier = motion.subjects.find((other) => other.id === subject.parentId);
  return carrier !== undefined && hangsOn(motion, carrier, id);
}
