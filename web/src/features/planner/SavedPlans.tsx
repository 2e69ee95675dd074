import { zodResolver } from '@hookform/resolvers/zod';
import { NewPlan } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { FolderOpen, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link, useLocation } from 'react-router';
import { explain, usePlansQuery, useRemovePlanMutation, useSavePlanMutation } from '../../server-data/index.ts';
import { Button, Dialog, Empty, FormField, LoadFailed, Loading, sayDone, sayProblem } from '../../ui/index.ts';
import { writePlanner } from './planner-state.ts';
import { usePlanner } from './use-planner.ts';

/** Keeps the calculation in the course under a name, and opens those that are kept. */
export function SavedPlans({ courseId }: { courseId: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <FolderOpen size={15} /> Saved plans
      </Button>
      {open && <PlansDialog courseId={courseId} onClose={() => setOpen(false)} />}
    </>
  );
}

function PlansDialog({ courseId, onClose }: { courseId: string; onClose: () => void }) {
  const { state } = usePlanner();
  const { pathname } = useLocation();
  const { data, error, refetch } = usePlansQuery(courseId, { refetchOnMountOrArgChange: true });
  const [save, { isLoading }] = useSavePlanMutation();
  const [remove] = useRemovePlanMutation();
  const form = useForm({
    resolver: zodResolver(NewPlan),
    defaultValues: { title: '', query: writePlanner(state).toString() },
  });
  const { errors } = form.formState;

  const keep = async (plan: NewPlan): Promise<void> => {
    const answer = await save({ courseId, plan });
    if (answer.error) form.setError('title', { message: explain(answer.error) });
    else {
      form.reset();
      sayDone('The plan is kept in the course.');
    }
  };
  const takeOut = async (id: string): Promise<void> => {
    const answer = await remove(id);
    if (answer.error) sayProblem(explain(answer.error));
  };

  return (
    <Dialog open onClose={onClose} title="Plans of the course">
      <form
        className="flex items-start gap-2 px-0.5"
        noValidate
        onSubmit={(event) => void form.handleSubmit(keep)(event)}
      >
        <FormField
          label="Keep this calculation as"
          field={form.register('title')}
          error={errors.title?.message ?? errors.query?.message}
          className="flex-1"
        />
        <Button type="submit" kind="main" className="mt-5" disabled={isLoading}>
          Save
        </Button>
      </form>
      <div className="mt-4">
        {data ? (
          data.length === 0 ? (
            <Empty title="No plan is kept yet">Everyone in the course will find it here.</Empty>
          ) : (
            <ul aria-label="Saved plans" className="grid gap-1">
              {data.map((plan) => (
                <li key={plan.id} className="flex items-center gap-2 rounded-md border border-rule px-3 py-1.5">
                  <Link
                    to={`${pathname}?${plan.query}`}
                    onClick={onClose}
                    className="min-w-0 flex-1 rounded-sm font-semibold hover:underline"
                  >
                    {plan.title}
                  </Link>
                  <span className="text-xs text-faint">
                    {plan.authorName}, {formatDistanceToNow(plan.savedAt, { addSuffix: true })}
                  </span>
                  {plan.mayRemove && (
                    <Button
                      kind="quiet"
                      square
                      className="h-6! w-6!"
                      aria-label={`Remove the plan ${plan.title}`}
                      onClick={() => void takeOut(plan.id)}
                    >
                      <Trash2 size={13} />
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          )
        ) : error ? (
          <LoadFailed what="list of plans" error={error} onRetry={() => void refetch()} />
        ) : (
          <Loading what="the plans" />
        )}
      </div>
    </Dialog>
  );
}
