import type { ExerciseSummary } from '@undulan/contract';
import { EllipsisVertical } from 'lucide-react';
import {
  explain,
  usePutAwayMutation,
  useRemoveExerciseMutation,
  useTakeBackMutation,
} from '../../server-data/index.ts';
import { Button, Menu, MenuItem, sayProblem, sayUndoable } from '../../ui/index.ts';

interface ExerciseMenuProps {
  exercise: Pick<ExerciseSummary, 'id' | 'title'>;
  /** How many takes were handed in. */
  takes: number;
}

/** What can be done with an exercise as a whole: archived or removed, which a press undoes. */
export function ExerciseMenu({ exercise: { id, title }, takes }: ExerciseMenuProps) {
  const [putAway] = usePutAwayMutation();
  const [remove] = useRemoveExerciseMutation();
  const [takeBack] = useTakeBackMutation();
  const back = async (): Promise<void> => {
    const { error } = await takeBack(id);
    if (error) sayProblem(explain(error));
  };
  const say = ({ error }: { error?: unknown }, done: string): void => {
    if (error) sayProblem(explain(error));
    else sayUndoable(done, () => void back());
  };
  return (
    <Menu
      trigger={
        <Button kind="quiet" square small className="align-middle text-faint" aria-label={`More of ${title}`}>
          <EllipsisVertical size={14} />
        </Button>
      }
    >
      <MenuItem onSelect={() => void putAway(id).then((answer) => say(answer, `${title} is archived.`))}>
        Archive
      </MenuItem>
      <MenuItem
        disabledReason={takes > 0 && 'Takes were handed in, and would be lost: archive it instead.'}
        onSelect={() => void remove(id).then((answer) => say(answer, `${title} is removed.`))}
      >
        Remove
      </MenuItem>
    </Menu>
  );
}
