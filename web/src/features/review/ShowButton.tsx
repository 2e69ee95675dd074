import { ShowTake, type TakeView } from '@undulan/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import type { z } from 'zod';
import { TakeWordsFields, TYPED_WORDS } from '../../reviewing/index.ts';
import { explain, useShownQuery, useShowTakeMutation } from '../../server-data/index.ts';
import { Button, Dialog, Problem, sayProblem, useTypedForm } from '../../ui/index.ts';

/** Shows a returned take in the gallery of its course; once it is there, leads to it. */
export function ShowButton({ view }: { view: TakeView }) {
  const { data } = useShownQuery(view.id, { refetchOnMountOrArgChange: true });
  const [asks, setAsks] = useState(false);
  if (!data) return null;
  if (data.shown)
    return (
      <Link to={`/gallery/${view.id}`} className="text-sm text-accent underline">
        Shown in the gallery
      </Link>
    );
  return (
    <>
      <Button onClick={() => setAsks(true)}>Show in the gallery …</Button>
      {asks && <ShowDialog view={view} onClose={() => setAsks(false)} />}
    </>
  );
}

function ShowDialog({ view, onClose }: { view: TakeView; onClose: () => void }) {
  const form = useTypedForm(TYPED_WORDS, { title: view.title, tags: view.tags.join(', '), note: '' });
  const [show, { isLoading }] = useShowTakeMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (typed: z.output<typeof TYPED_WORDS>): Promise<void> => {
    const read = ShowTake.safeParse(typed);
    if (!read.success) {
      setProblem(read.error.issues[0]!.message);
      return;
    }
    const { error } = await show({ takeId: view.id, words: read.data });
    if (error) sayProblem(explain(error));
    else onClose();
  };
  return (
    <Dialog open title="Show this take in the gallery?" onClose={onClose}>
      <form
        noValidate
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void form.handleSubmit(send)();
        }}
      >
        <p className="text-sm">
          Everyone of the course sees your name, the motion{view.clip && ' and the clip it was followed in'} and its
          chart, and may remark on its frames. Grade, notes and findings stay between you and your instructor. You can
          take it down at any time.
        </p>
        <TakeWordsFields register={form.register} to="the others" />
        <Problem>{problem ?? form.problem}</Problem>
        <div className="flex justify-end">
          <Button type="submit" kind="main" disabled={isLoading}>
            Show it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
