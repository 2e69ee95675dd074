import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Assignment, Draft } from '@undulan/contract';
import { Tabs } from 'radix-ui';
import { toast } from 'sonner';
import { useAssignmentQuery, useDraftQuery, useHandInMutation } from '../../app/api.ts';
import { explain } from '../../app/problem.ts';
import { Shell } from '../../app/Shell.tsx';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { saveWork, useEditing, selectMotion, useOpenWork } from '../../editing/index.ts';
import { ConflictDialog, EditingActions, EditingPicture, EditingTime, FramesTable, NumbersPanel, OwnCharts, PagesChoice, RecordQuestion, SaveStatus, Spread, usePages } from '../../spread/index.ts';
import { ClockProvider } from '../../time-page/index.ts';
import { Button, Dialog, Loading, LoadFailed, TabBar, Toggle, useStored } from '../../ui/index.ts';
import { BriefDrawer } from './BriefDrawer.tsx';

const TABS = [
  { id: 'numbers', label: 'Numbers' },
  { id: 'frames', label: 'Frames' },
] as const;

/** Keying: a learner's draft on the spread. */
export function BenchPage() {
  const { draftId = '' } = useParams();
  const draft = useDraftQuery(draftId, { refetchOnMountOrArgChange: true });
  const isOpen = useOpenWork('draft', draftId, draft);
  const assignment = useAssignmentQuery(draft.currentData?.exerciseId ?? '', { skip: !draft.currentData });
  if (isOpen && draft.currentData && assignment.currentData) {
    return <Bench key={draftId} draft={draft.currentData} assignment={assignment.currentData} />;
  }
  const error = draft.error ?? assignment.error;
  const retry = (): void => {
    void draft.refetch();
    if (draft.currentData) void assignment.refetch();
  };
  return <Shell crumbs={[{ label: 'Bench' }]}>{error ? <LoadFailed what="draft" error={error} onRetry={retry} /> : <Loading what="your draft" />}</Shell>;
}

function Bench({ draft, assignment }: { draft: Draft; assignment: Assignment }) {
  const motion = useAppSelector(selectMotion)!;
  const [pages, setPages] = usePages('bench');
  const [targetShown, setTargetShown] = useStored('target-shown', true);
  const [drawer, setDrawer] = useState(false);
  const target = assignment.model;
  const toggleDrawer = (): void => {
    setDrawer(!drawer);
    if (pages === 'time') setPages('both');
  };
  const crumbs = [{ label: assignment.courseTitle, to: `/courses/${assignment.courseId}` }, { label: assignment.title }];
  return (
    <ClockProvider range={motion.range} rate={motion.rate} workRange={motion.workRange}>
      <Shell
        crumbs={crumbs}
        status={<SaveStatus />}
        actions={
          <>
            <EditingActions />
            <PagesChoice pages={pages} onChange={setPages} />
            <Toggle on={drawer} onClick={toggleDrawer}>
              Brief and chart
            </Toggle>
            <HandInButton draft={draft} />
          </>
        }
      >
        <Spread
            name="bench"
            pages={pages}
            picture={
              <EditingPicture
                tone="take"
                target={target}
                noTarget={target ? null : 'The instructor does not show the model motion of this exercise now.'}
                targetShown={targetShown}
                onTargetShown={setTargetShown}
              >
                {drawer ? (
                  <BriefDrawer assignment={assignment} onClose={() => setDrawer(false)} />
                ) : (
                  <Tabs.Root defaultValue="numbers" className="flex h-full flex-col">
                    <TabBar label="Beneath the picture" tabs={TABS} />
                    <Tabs.Content value="numbers">
                      <NumbersPanel />
                      <OwnCharts tone="take" target={targetShown ? target : null} />
                    </Tabs.Content>
                    <Tabs.Content value="frames" className="min-h-0 data-[state=active]:flex-1">
                      <FramesTable />
                    </Tabs.Content>
                  </Tabs.Root>
                )}
              </EditingPicture>
            }
            time={<EditingTime name="bench" tone="take" target={targetShown ? target : null} courseId={assignment.courseId} rangeFixed="Rate and range are set by the exercise." foot="Rate and range are set by the exercise." />}
          />
        <ConflictDialog />
        <RecordQuestion />
      </Shell>
    </ClockProvider>
  );
}

/** Hands the draft in as the next take, once everything is on the server and the person has said so. */
function HandInButton({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const motion = useAppSelector(selectMotion)!;
  const { version, unkeyed } = useEditing('version', 'unkeyed');
  const [asking, setAsking] = useState(false);
  const [handIn, { isLoading }] = useHandInMutation();
  const isEmpty = motion.subjects.every((subject) => subject.channels.every((channel) => channel.keys.length === 0));

  const ask = async (): Promise<void> => {
    if (await dispatch(saveWork())) setAsking(true);
    else toast.error('Not everything is saved yet. Try again in a moment.');
  };
  const confirm = async (): Promise<void> => {
    const answer = await handIn({ id: draft.id, handIn: { version } });
    setAsking(false);
    if (answer.data) await navigate(`/takes/${answer.data.id}`);
    else toast.error(explain(answer.error));
  };

  return (
    <>
      <Button kind="main" disabledReason={isEmpty && 'There is no key yet: nothing to hand in.'} onClick={() => void ask()}>
        Hand in take {draft.nextTakeNumber}
      </Button>
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        title={`Hand in take ${draft.nextTakeNumber}?`}
        actions={
          <>
            <Button onClick={() => setAsking(false)}>Keep working</Button>
            <Button kind="main" disabled={isLoading} onClick={() => void confirm()}>
              Hand in
            </Button>
          </>
        }
      >
        <p>It is read against the target and goes to your instructor. A take stays as it was handed in; the next one can start from it.</p>
        {unkeyed.length > 0 && <p className="mt-2 text-danger">{unkeyed.length === 1 ? 'One change is' : `${unkeyed.length} changes are`} not keyed and will not be part of it.</p>}
      </Dialog>
    </>
  );
}
