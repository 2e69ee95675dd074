import type { Drill } from '@undulan/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { drillName, DRILLS } from '../../drills/index.ts';
import { explain, useSetDrillMutation } from '../../server-data/index.ts';
import { Button, Dialog, Field, INPUT, sayDone, sayProblem } from '../../ui/index.ts';

interface SetDrillDialogProps {
  courseId: string;
  drill: Drill;
  onClose: () => void;
}

/** Asks the learners of the course to do a drill, by a date if there is one. */
export function SetDrillDialog({ courseId, drill, onClose }: SetDrillDialogProps) {
  const [due, setDue] = useState('');
  const [setIt, { isLoading }] = useSetDrillMutation();
  const confirm = async (): Promise<void> => {
    const day = new Date(due);
    const dueAt = Number.isNaN(day.getTime()) ? null : day.toISOString();
    const answer = await setIt({ courseId, set: { kind: drill.kind, fault: drill.fault, fps: drill.fps, dueAt } });
    if (answer.error) {
      sayProblem(explain(answer.error));
      return;
    }
    sayDone('Set: learners find it on their drills.');
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Set a drill: ${drillName(drill)}`}
      actions={
        <>
          <Button onClick={onClose}>Not now</Button>
          <Button kind="main" disabled={isLoading} onClick={() => void confirm()}>
            Set it
          </Button>
        </>
      }
    >
      <p className="mb-3 text-sm">{DRILLS[drill.kind].says}</p>
      <Field label="Due" hint="Empty: at any time.">
        {(ids) => (
          <input
            {...ids}
            type="datetime-local"
            className={clsx(INPUT, 'figures')}
            value={due}
            onChange={(event) => setDue(event.target.value)}
          />
        )}
      </Field>
    </Dialog>
  );
}
