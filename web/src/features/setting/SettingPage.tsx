import type { ExerciseSetting } from '@undulan/contract';
import { hasClosingKeys } from '@undulan/core';
import { GraduationCap, Printer } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useEffect, useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import { selectMotion, selectWork } from '../../editing/index.ts';
import { termsOfProject, WorkFiles } from '../../exports/index.ts';
import { FramesTable, NumbersPanel } from '../../panels/numbers/index.ts';
import { ConflictDialog, EditingActions, RecordQuestion, SaveStatus } from '../../panels/work/index.ts';
import { ReferenceProvider } from '../../reference/index.ts';
import { ReadAllAgain } from '../../reviewing/index.ts';
import { takeTheirs, targetUnlocked, useOnceSaved, useOpenWork } from '../../saving/index.ts';
import { useSettingQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import {
  BesidePicture,
  EditingPicture,
  EditingReference,
  EditingTime,
  PagesChoice,
  Spread,
  usePages,
} from '../../spread/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { Button, Dialog, LoadFailed, Loading, TabBar } from '../../ui/index.ts';
import { ChartForm } from './ChartForm.tsx';
import { DetailsForm } from './DetailsForm.tsx';
import { JudgingForm } from './JudgingForm.tsx';
import { PlanOffer } from './PlanOffer.tsx';
import { PublishButton } from './PublishButton.tsx';
import { SceneForm } from './SceneForm.tsx';
import { TermsForm } from './TermsForm.tsx';

/** Setting an exercise: brief and settings left, the model motion on the spread. */
export function SettingPage() {
  const { exerciseId = '' } = useParams();
  const setting = useSettingQuery(exerciseId, { refetchOnMountOrArgChange: true });
  const isOpen = useOpenWork('exercise', exerciseId, setting);
  if (isOpen && setting.currentData) return <Setting key={exerciseId} setting={setting.currentData} />;
  return (
    <Shell crumbs={[{ label: 'Setting' }]}>
      {setting.error ? (
        <LoadFailed what="exercise" error={setting.error} onRetry={() => void setting.refetch()} />
      ) : (
        <Loading what="the exercise" />
      )}
    </Shell>
  );
}

const TABS = [
  { id: 'exercise', label: 'Brief' },
  { id: 'terms', label: 'Terms' },
  { id: 'judging', label: 'Judging' },
  { id: 'scene', label: 'Time, stage' },
  { id: 'numbers', label: 'Numbers' },
  { id: 'frames', label: 'Frames' },
  { id: 'chart', label: 'Chart' },
  { id: 'reference', label: 'Reference' },
] as const;

function Setting({ setting }: { setting: ExerciseSetting }) {
  const motion = useAppSelector(selectMotion)!;
  const details = useAppSelector(selectWork)!.details!;
  const { title } = details;
  const [pages, setPages] = usePages('setting');
  const ruler = useMemo(() => ({ exerciseId: setting.id }), [setting.id]);
  const time = {
    courseId: setting.courseId,
    name: 'setting',
    main: 'loom',
    tone: 'target',
    target: null,
    rangeFixed: null,
    foot:
      setting.takeCount > 0 ? (
        <span className="flex items-center gap-2">
          {setting.takeCount} {setting.takeCount === 1 ? 'take is' : 'takes are'} handed in.
          <ReadAllAgain exerciseId={setting.id} label="Read all again" />
        </span>
      ) : (
        'The model motion: what takes are read against.'
      ),
  } as const;
  return (
    <ClockProvider range={motion.range} rate={motion.rate} workRange={motion.workRange} closes={hasClosingKeys(motion)}>
      <ReferenceProvider of={ruler} courseId={setting.courseId} as="given">
        <Shell
          screen="setting"
          crumbs={[{ label: setting.courseTitle, to: `/courses/${setting.courseId}` }, { label: title }]}
          status={<SaveStatus />}
          actions={
            <>
              <EditingActions />
              <PagesChoice pages={pages} onChange={setPages} />
              <WorkFiles courseId={setting.courseId} title={title} motion={motion} terms={termsOfProject(details)} />
              <Shown exerciseId={setting.id} />
              <PublishButton setting={setting} />
            </>
          }
        >
          <Spread
            name="setting"
            pages={pages}
            picture={
              <EditingPicture
                tone="target"
                target={null}
                noTarget={null}
                targetShown={false}
                onTargetShown={() => undefined}
                wide={pages === 'picture'}
                beside={<BesidePicture courseId={setting.courseId} subjects />}
                courseId={setting.courseId}
              >
                <Tabs.Root defaultValue="exercise" className="flex h-full flex-col">
                  <TabBar label="What to set" tabs={TABS} />
                  <Tabs.Content value="exercise">
                    <DetailsForm courseId={setting.courseId} />
                  </Tabs.Content>
                  <Tabs.Content value="terms">
                    <TermsForm />
                  </Tabs.Content>
                  <Tabs.Content value="judging">
                    <JudgingForm />
                  </Tabs.Content>
                  <Tabs.Content value="scene">
                    <SceneForm courseId={setting.courseId} />
                  </Tabs.Content>
                  <Tabs.Content value="numbers">
                    <NumbersPanel />
                  </Tabs.Content>
                  <Tabs.Content value="frames" className="min-h-0 data-[state=active]:flex-1">
                    <FramesTable target={null} />
                  </Tabs.Content>
                  <Tabs.Content value="reference">
                    <EditingReference />
                  </Tabs.Content>
                  <Tabs.Content value="chart">
                    <ChartForm />
                  </Tabs.Content>
                </Tabs.Root>
              </EditingPicture>
            }
            time={<EditingTime {...time} />}
            low={<EditingTime {...time} low />}
          />
          <TargetWarning setting={setting} />
          <PlanOffer />
          <ConflictDialog />
          <RecordQuestion />
        </Shell>
      </ReferenceProvider>
    </ClockProvider>
  );
}

/** To the exercise as a learner meets it, and to its sheet of paper. */
function Shown({ exerciseId }: { exerciseId: string }) {
  const onceSaved = useOnceSaved();
  const navigate = useNavigate();
  const accepts = useAppSelector(selectWork)!.details!.accepts;
  return (
    <>
      <Button
        square
        aria-label="Try it as a learner"
        tip="As a learner has it who begins it: nothing is handed in"
        disabledReason={accepts === 'clips' && 'Learners hand in clips here: there is nothing to key.'}
        onClick={() => void onceSaved(() => navigate(`/exercises/${exerciseId}/trial`))}
      >
        <GraduationCap size={15} />
      </Button>
      <Button
        square
        aria-label="Hand-out"
        tip="Brief, settings and timing chart on a sheet of paper"
        onClick={() => void onceSaved(() => navigate(`/exercises/${exerciseId}/hand-out`))}
      >
        <Printer size={15} />
      </Button>
    </>
  );
}

/** A target that takes were read against does not change by accident: the first change of it waits here for a word. */
function TargetWarning({ setting: { id, takeCount } }: { setting: ExerciseSetting }) {
  const dispatch = useAppDispatch();
  const save = useAppSelector((state) => state.saving.standing);
  const { refetch } = useSettingQuery(id);
  useEffect(() => {
    // Takes may have come in since the page was opened.
    if (save === 'target-locked') void refetch();
  }, [save, refetch]);
  return (
    <Dialog
      open={save === 'target-locked'}
      title="Change the target of handed-in takes?"
      actions={
        <>
          <Button onClick={() => void dispatch(takeTheirs())}>Leave it as it was</Button>
          <Button kind="danger" onClick={() => dispatch(targetUnlocked())}>
            Change the target
          </Button>
        </>
      }
    >
      <p>
        {takeCount === 1 ? 'One take was' : `${takeCount} takes were`} handed in and read against this target. Their
        readings stay as they are until they are read again against the new one, here or at the Desk. Learners at work
        will see the new target.
      </p>
    </Dialog>
  );
}
