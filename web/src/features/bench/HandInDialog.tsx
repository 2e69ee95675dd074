import { type Assignment, type Draft, HandIn } from '@undulan/contract';
import { useNavigate } from 'react-router';
import type { z } from 'zod';
import { CheckedWords, isLate, NO_WORDS, takesLeft, TakeWordsFields, TYPED_WORDS } from '../../reviewing/index.ts';
import { explain, isProblem, useHandInMutation, useLazyCheckDraftQuery } from '../../server-data/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { Button, Dialog, Problem, sayProblem, useTypedForm } from '../../ui/index.ts';

interface HandInDialogProps {
  draft: Draft;
  assignment: Assignment;
  onClose: () => void;
  /** It is beyond what the exercise leaves to its learner, and why. */
  onBeyond: (why: string) => void;
}

/** What becomes of a take, what the learner says of it, and a last look at it, before it is handed in. */
export function HandInDialog({ draft, assignment, onClose, onBeyond }: HandInDialogProps) {
  const navigate = useNavigate();
  const version = useAppSelector((state) => state.saving.version);
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const [handIn, { isLoading }] = useHandInMutation();
  const form = useTypedForm(TYPED_WORDS, NO_WORDS);
  const send = async (words: z.output<typeof TYPED_WORDS>): Promise<void> => {
    const answer = await handIn({ id: draft.id, handIn: HandIn.parse({ version, ...words }) });
    onClose();
    if (answer.data) await navigate(`/takes/${answer.data.id}`);
    else if (isProblem(answer.error, 'beyond-limits')) onBeyond(explain(answer.error));
    else sayProblem(explain(answer.error));
  };
  const submit = (): void => void form.handleSubmit(send)();
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Hand in take ${draft.nextTakeNumber}?`}
      actions={
        <>
          <Button onClick={onClose}>Keep working</Button>
          <Button kind="main" disabled={isLoading} disabledReason={form.problem} onClick={submit}>
            Hand in
          </Button>
        </>
      }
    >
      <p>
        It is read against the target and goes to your instructor. A take stays as it was handed in; the next one can
        start from it.
      </p>
      {isLate(assignment) && (
        <p className="mt-2 text-danger">It is past the due date: the take will be marked as late.</p>
      )}
      {assignment.takeLimit !== null && (
        <p className="mt-2">
          {takesLeft(assignment)} of {assignment.takeLimit} takes {takesLeft(assignment) === 1 ? 'is' : 'are'} left,
          this one among them.
        </p>
      )}
      {unkeyed.length > 0 && (
        <p className="mt-2 text-danger">
          {unkeyed.length === 1 ? 'One change is' : `${unkeyed.length} changes are`} not keyed and will not be part of
          it.
        </p>
      )}
      <form
        noValidate
        className="mt-3 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <TakeWordsFields register={form.register} />
        <Problem>{form.problem}</Problem>
      </form>
      {assignment.selfCheck && <SelfCheckBefore draftId={draft.id} />}
    </Dialog>
  );
}

/** Three sentences on the draft as it is, where the exercise allows it. */
function SelfCheckBefore({ draftId }: { draftId: string }) {
  const [check, { data, error, isFetching }] = useLazyCheckDraftQuery();
  return (
    <section aria-label="Self-check" className="mt-3 border-t border-rule pt-3" aria-live="polite">
      {data && !isFetching ? (
        <CheckedWords check={data} />
      ) : (
        <p className="flex items-center gap-3">
          <Button small disabled={isFetching} onClick={() => void check(draftId)}>
            {isFetching ? 'Looking …' : 'Check it first'}
          </Button>
          <span className="text-xs text-faint">Three sentences on what is off, no grade. Nothing is handed in.</span>
        </p>
      )}
      {error && !isFetching && <Problem>{explain(error)}</Problem>}
    </section>
  );
}
