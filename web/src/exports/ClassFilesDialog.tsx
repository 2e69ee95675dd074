import { useState } from 'react';
import * as z from 'zod';
import { Button, DecimalField, Dialog, Field, Select, Tick } from '../ui/index.ts';
import { type ClassChoices, classFiles, type ClassTake } from './class-files.ts';
import { MOVING, MOVING_KINDS } from './export-plan.ts';
import { runJob } from './run-export.ts';

const Width = z.int().min(16).max(4096);

/** A take of the class with what tells it from others. */
export interface OfferedTake extends ClassTake {
  exerciseId: string;
  /** No take of its learner in this exercise is newer. */
  isLatest: boolean;
}

export interface ClassFilesDialogProps {
  title: string;
  takes: readonly OfferedTake[];
  onClose: () => void;
}

/** Which takes of a class go into one folder, and as what. It is made while other things are done. */
export function ClassFilesDialog({ title, takes, onClose }: ClassFilesDialogProps) {
  const [exerciseId, setExercise] = useState('');
  const [latest, setLatest] = useState(true);
  const [choices, setChoices] = useState<ClassChoices>({
    kind: 'mp4',
    widthPx: 640,
    beside: false,
    projects: false,
  });
  const change = (part: Partial<ClassChoices>): void => setChoices({ ...choices, ...part });
  const exercises = [...new Map(takes.map((take) => [take.exerciseId, take.exercise]))];
  const chosen = takes.filter(
    (take) => (exerciseId === '' || take.exerciseId === exerciseId) && (!latest || take.isLatest),
  );
  const save = (): void => {
    void runJob({
      name: `${title}, takes.zip`,
      type: 'application/zip',
      of: chosen.length,
      make: (making) => classFiles(chosen, choices, making),
    });
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title="Save the class’s takes"
      actions={
        <>
          <Button onClick={onClose}>Not now</Button>
          <Button kind="main" disabledReason={chosen.length === 0 && 'No take is handed in.'} onClick={save}>
            Save
          </Button>
        </>
      }
    >
      <div className="grid gap-3">
        <Field label="Exercise">
          {({ id }) => (
            <Select
              id={id}
              value={exerciseId}
              choices={[{ id: '', label: 'all of them' }, ...exercises.map(([key, label]) => ({ id: key, label }))]}
              onChoose={setExercise}
            />
          )}
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Each as">
            {({ id }) => (
              <Select
                id={id}
                value={choices.kind}
                choices={MOVING_KINDS.map((kind) => ({ id: kind, label: MOVING[kind].label }))}
                onChoose={(kind) => change({ kind })}
              />
            )}
          </Field>
          <DecimalField
            label="Width, px"
            within={Width}
            value={choices.widthPx}
            onDecimal={(widthPx) => change({ widthPx })}
          />
        </div>
        <div className="flex flex-wrap gap-x-5 gap-y-2 text-sm">
          <Tick checked={latest} onTick={setLatest}>
            the latest take alone
          </Tick>
          <Tick checked={choices.beside} onTick={(beside) => change({ beside })}>
            the target beside it
          </Tick>
          <Tick checked={choices.projects} onTick={(projects) => change({ projects })}>
            as a project too
          </Tick>
        </div>
        <p role="status" className="text-sm text-faint">
          {chosen.length === 1 ? '1 take' : `${chosen.length} takes`}, each a folder: its clip, findings, reading and
          notes.
        </p>
      </div>
    </Dialog>
  );
}
