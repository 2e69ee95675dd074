import type { Assignment } from '@undulan/contract';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { type ComponentProps, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { z } from 'zod';
import { useClipPictures } from '../../clips/index.ts';
import { closedReason, NO_WORDS, TakeWordsFields, TYPED_WORDS } from '../../reviewing/index.ts';
import { explain, useHandInClipMutation } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, ButtonGroup, Problem, sayProblem, useTypedForm } from '../../ui/index.ts';
import { ClipFacts } from './ClipFacts.tsx';
import { ClipPicture } from './ClipPicture.tsx';
import { HowSure } from './HowSure.tsx';
import { UploadLine } from './UploadLine.tsx';
import { useClipUpload } from './use-clip-upload.ts';
import { useFollowed } from './use-followed.ts';

interface ClipDeskProps {
  crumbs: ComponentProps<typeof Shell>['crumbs'];
  assignment: Assignment;
  files: readonly File[];
  onOther: () => void;
}

const WAYS = [
  { id: 'fits', label: 'what fits' },
  { id: 'colour', label: 'its colour' },
  { id: 'look', label: 'its look' },
] as const;

/** A chosen clip: the subject is pointed at, the trail looked at and put right, and the clip handed in. */
export function ClipDesk({ crumbs, assignment, files, onOther }: ClipDeskProps) {
  const navigate = useNavigate();
  const { rate } = assignment.start;
  const followed = useFollowed(files, rate);
  const { read, seen, spots } = followed;
  const { clip, problem } = useClipPictures(files, rate);
  const { upload, send, pause, resume } = useClipUpload(assignment.id);
  const [number, setNumber] = useState(0);
  const [handIn, { isLoading }] = useHandInClipMutation();
  const form = useTypedForm(TYPED_WORDS, NO_WORDS);
  const last = (clip?.pictures.length ?? 1) - 1;
  const shown = Math.min(number, last);
  const isOpen = clip !== null;
  useEffect(() => {
    if (isOpen) send(files);
  }, [isOpen, files, send]);

  const why = closedReason(assignment) ?? (spots.length === 0 && 'Point at the subject in the first picture.') ?? null;
  const waits =
    why ||
    (!read || seen !== null
      ? 'The subject is still being followed.'
      : upload.is !== 'there' && 'The clip is still on its way.');
  const give = async (words: z.output<typeof TYPED_WORDS>): Promise<void> => {
    if (!read || upload.is !== 'there') return;
    const answer = await handIn({
      exerciseId: assignment.id,
      handIn: { clipId: upload.clipId, followed: read, ...words },
    });
    if (answer.data) await navigate(`/takes/${answer.data.id}`);
    else sayProblem(explain(answer.error));
  };

  return (
    <Shell
      crumbs={crumbs}
      actions={
        <>
          <Button onClick={onOther}>Another clip</Button>
          <Button
            kind="main"
            disabled={isLoading}
            disabledReason={waits || form.problem}
            onClick={() => void form.handleSubmit(give)()}
          >
            Hand in take {(assignment.takes.at(-1)?.number ?? 0) + 1}
          </Button>
        </>
      }
    >
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_22rem]">
        <section aria-label="The clip" className="flex min-h-0 flex-col gap-3 p-4">
          <p className="text-sm text-faint" role="status">
            {spots.length === 0
              ? 'Press the subject in the picture: that spot is followed.'
              : seen !== null
                ? `Following it: ${seen} pictures so far …`
                : 'Where the spot is off, go to that picture and press where it should be.'}
          </p>
          <div className="min-h-0 flex-1">
            {clip && (
              <ClipPicture
                clip={clip}
                track={read?.track ?? null}
                number={shown}
                onPoint={(place) => followed.point({ ...place, picture: read ? shown : 0 })}
              />
            )}
          </div>
          {read && (
            <div className="grid gap-1.5">
              <HowSure track={read.track} number={shown} onShow={setNumber} />
              <div className="flex items-center gap-2">
                <Button square small aria-label="One picture back" onClick={() => setNumber(Math.max(0, shown - 1))}>
                  <ChevronLeft className="h-4 w-4" />
                </Button>
                <input
                  type="range"
                  aria-label="Picture"
                  min={0}
                  max={last}
                  value={shown}
                  onChange={(event) => setNumber(Number(event.target.value))}
                  className="min-w-0 flex-1 accent-[var(--accent)]"
                />
                <Button square small aria-label="One picture on" onClick={() => setNumber(Math.min(last, shown + 1))}>
                  <ChevronRight className="h-4 w-4" />
                </Button>
                <span className="figures w-20 text-right text-xs text-faint">
                  {shown + 1} of {last + 1}
                </span>
              </div>
            </div>
          )}
          <Problem>{problem ?? followed.problem}</Problem>
        </section>
        <aside className="grid content-start gap-4 overflow-y-auto border-l border-rule p-4 text-sm">
          <UploadLine upload={upload} onPause={pause} onResume={resume} />
          <div className="grid gap-1">
            <span className="text-xs font-semibold text-faint">It is followed by</span>
            <ButtonGroup
              label="It is followed by"
              apart
              value={followed.by ?? 'fits'}
              choices={WAYS}
              onChoose={(way) => followed.followBy(way === 'fits' ? undefined : way)}
            />
          </div>
          {read && <ClipFacts read={read} asked={assignment} onShow={setNumber} />}
          <form
            noValidate
            className="grid gap-2 border-t border-rule pt-3"
            onSubmit={(event) => {
              event.preventDefault();
            }}
          >
            <TakeWordsFields register={form.register} />
            <Problem>{form.problem}</Problem>
          </form>
        </aside>
      </div>
    </Shell>
  );
}
