import { Button, Select } from '../../ui/index.ts';
import { useLedger } from './ledger-context.tsx';
import { useLedgerView, type ViewId } from './ledger-view.ts';

/** Which exercise is looked at. */
export function ExerciseChoice() {
  const { exercises } = useLedger();
  const [{ exerciseId }, change] = useLedgerView();
  return (
    <Select
      size="bar"
      aria-label="Exercise"
      value={exerciseId}
      choices={[{ id: '', label: 'all exercises' }, ...exercises.map(({ id, title }) => ({ id, label: title }))]}
      // A key is one of its exercise.
      onChoose={(id) => change({ exerciseId: id, key: '' })}
    />
  );
}

/** Whose takes are looked at. */
export function LearnerChoice({ everyone }: { everyone: string }) {
  const { learners } = useLedger();
  const [{ learnerId }, change] = useLedgerView();
  return (
    <Select
      size="bar"
      aria-label="Learner"
      value={learnerId}
      choices={[{ id: '', label: everyone }, ...learners.map(({ id, name }) => ({ id, label: name }))]}
      onChoose={(id) => change({ learnerId: id })}
    />
  );
}

/** From a part that is shown in brief to all of it. */
export function More({ view }: { view: ViewId }) {
  const [, change] = useLedgerView();
  return (
    <Button small onClick={() => change({ view })}>
      More of it
    </Button>
  );
}
