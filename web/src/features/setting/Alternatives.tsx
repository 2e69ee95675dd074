import { Alternative } from '@undulan/core';
import { useState } from 'react';
import { applyEdit, changeDetails, selectMotion, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, INPUT, Problem } from '../../ui/index.ts';

/**
 * Other motions that are as right as the model: a take is read against the nearest. One is made by keying the model
 * that way and keeping it.
 */
export function Alternatives() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { alternatives = [] } = useAppSelector(selectWork)!.details!;
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (): void => {
    const next = Alternative.safeParse({ name, motion });
    if (!next.success) setProblem(next.error.issues[0]!.message);
    else if (alternatives.some((other) => other.name === next.data.name)) setProblem('There is one of that name.');
    else if (alternatives.length >= 6) setProblem('An exercise has at most six alternatives.');
    else {
      dispatch(changeDetails({ alternatives: [...alternatives, next.data] }));
      setName('');
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
      <form
        className="flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <input
          aria-label="Name of the alternative"
          aria-invalid={problem ? true : undefined}
          value={name}
          placeholder="such as: a sag of one second"
          onChange={(event) => {
            setName(event.target.value);
            setProblem(null);
          }}
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
