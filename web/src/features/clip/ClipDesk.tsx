import type { Assignment } from '@undulan/contract';
import { type ComponentProps, useCallback, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { z } from 'zod';
import { UploadLine, useClipUpload, useFollowed } from '../../clips/index.ts';
import { closedReason, NO_WORDS, TakeWordsFields, TYPED_WORDS } from '../../reviewing/index.ts';
import { explain, useHandInClipMutation } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, Problem, sayProblem, useTypedForm } from '../../ui/index.ts';
import { ClipPointing } from './ClipPointing.tsx';
import { NO_LENGTH, scaleOf } from './known-length.ts';
import { otherSubjects } from './other-subjects.ts';

interface ClipDeskProps {
  crumbs: ComponentProps<typeof Shell>['crumbs'];
  assignment: Assignment;
  files: readonly File[];
  onOther: () => void;
}

/** A chosen clip: the subject is pointed at, the trail looked at and put right, and the clip handed in. */
export function ClipDesk({ crumbs, assignment, files, onOther }: ClipDeskProps) {
  const navigate = useNavigate();
  const { rate, stage } = assignment.start;
  const followed = useFollowed(files, rate);
  const { read, seen, spotsOf } = followed;
  const of = useMemo(() => ({ exerciseId: assignment.id }), [assignment.id]);
  const { upload, send, pause, resume } = useClipUpload(of);
  const [handIn, { isLoading }] = useHandInClipMutation();
  const [known, setKnown] = useState(NO_LENGTH);
  const others = useMemo(() => otherSubjects(assignment.start, assignment.model), [assignment]);
  const scale = scaleOf(known, stage.pixelsPerMetre);
  const form = useTypedForm(TYPED_WORDS, NO_WORDS);
  const sendAll = useCallback(() => send(files), [send, files]);

  const why =
    closedReason(assignment) ?? (spotsOf('main').length === 0 && 'Point at the subject in a picture.') ?? null;
  const waits =
    why ||
    (!read || seen !== null
      ? 'The subject is still being followed.'
      : upload.is !== 'there' && 'The clip is still on its way.');
  const give = async (words: z.output<typeof TYPED_WORDS>): Promise<void> => {
    if (!read || upload.is !== 'there') return;
    const answer = await handIn({
      exerciseId: assignment.id,
      handIn: { clipId: upload.clipId, followed: read, ...(scale !== null && { scale }), ...words },
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
      <ClipPointing
        files={files}
        rate={rate}
        followed={followed}
        others={others}
        known={known}
        onKnown={setKnown}
        onOpen={sendAll}
        before={
          <UploadLine
            upload={upload}
            done="The clip has been sent. It is handed in when you say so."
            onPause={pause}
            onResume={resume}
          />
        }
        after={
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
        }
      />
    </Shell>
  );
}
