import { zodResolver } from '@hookform/resolvers/zod';
import { Alternative, TargetTerms } from '@undulan/core';
import { useForm } from 'react-hook-form';
import { applyEdit, changeDetails, selectMotion, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, INPUT, Problem } from '../../ui/index.ts';

const NAMED = Alternative.pick({ name: true });

/**
 * Other motions that are as right as the model: a take is read against the nearest. One is made by keying the model
 * that way and keeping it.
 */
export function Alternatives() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { alternatives = [] } = useAppSelector(selectWork)!.details!;
  const form = useForm({ resolver: zodResolver(NAMED), defaultValues: { name: '' } });
  const problem = form.formState.errors.name?.message;
  const keep = ({ name }: { name: string }): void => {
    const next = [...alternatives, { name, motion }];
    const kept = TargetTerms.shape.alternatives.safeParse(next);
    if (alternatives.some((other) => other.name === name))
      form.setError('name', { message: 'There is one of that name already.' });
    else if (!kept.success) form.setError('name', { message: kept.error.issues[0]!.message });
    else {
      dispatch(changeDetails({ alternatives: next }));
      form.reset();
    }
  };
  const put = (index: number): void => {
    const { motion: next, name: chosen } = alternatives[index]!;
    dispatch(changeDetails({ alternatives: alternatives.with(index, { name: chosen, motion }) }));
    dispatch(applyEdit({ operation: 'takeMotion', args: [next] }));
  };
  return (
    <section aria-label="Alternatives" className="grid gap-1.5 text-[13px]">
      <h3 className="text-xs font-semibold text-faint">As right as the model</h3>
      {alternatives.length > 0 && (
        <ul className="overflow-hidden rounded-md border border-rule bg-page">
          {alternatives.map((alternative, i) => (
            <li
              key={alternative.name}
              className="flex items-center gap-2 border-b border-rule px-2.5 py-1 last:border-0"
            >
              <span className="min-w-0 flex-1 truncate">{alternative.name}</span>
              <Button
                small
                kind="quiet"
                tip="It becomes the model to look at and change; the model of now takes its place here"
                onClick={() => put(i)}
              >
                Change places with the model
              </Button>
              <Button
                small
                kind="quiet"
                aria-label={`Take out ${alternative.name}`}
                onClick={() => dispatch(changeDetails({ alternatives: alternatives.toSpliced(i, 1) }))}
              >
                Take out
              </Button>
            </li>
          ))}
        </ul>
      )}
      <form className="flex items-center gap-2" onSubmit={(event) => void form.handleSubmit(keep)(event)}>
        <input
          {...form.register('name')}
          aria-label="Name of the alternative"
          aria-invalid={problem ? true : undefined}
          placeholder="such as: a sag of one second"
          className={INPUT}
        />
        <Button type="submit">Keep the model as it is now as one</Button>
      </form>
      {problem ? (
        <Problem>{problem}</Problem>
      ) : (
        <p className="text-xs text-faint">
          A take is read against the model and all of these; the nearest counts, and the reading says which.
        </p>
      )}
    </section>
  );
}
