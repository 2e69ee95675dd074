import type { Assignment } from '@undulan/contract';
import {
  channelOf,
  type ChannelRef,
  CHANNELS,
  hasClosingKeys,
  keyCount,
  type Limits,
  type MotionDocument,
  movedChannels,
  trackWith,
} from '@undulan/core';
import { clsx } from 'clsx';
import { Tabs } from 'radix-ui';
import { type ComponentProps, type ReactNode, useEffect, useMemo, useState } from 'react';
import { channelsWanted, limited, selectMotion } from '../../editing/index.ts';
import { WorkFiles } from '../../exports/index.ts';
import { OwnCharts } from '../../panels/charts/index.ts';
import { FramesTable, NumbersPanel } from '../../panels/numbers/index.ts';
import { ConflictDialog, EditingActions, RecordQuestion } from '../../panels/work/index.ts';
import { ReferenceProvider } from '../../reference/index.ts';
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
import { TabBar, Toggle, useStored } from '../../ui/index.ts';
import { BriefDrawer } from './BriefDrawer.tsx';
import { hasOwnScene, OwnScene } from './OwnScene.tsx';
import { useEarlierNotes } from './use-earlier-notes.tsx';

const TABS = [
  { id: 'numbers', label: 'Numbers' },
  { id: 'frames', label: 'Frames' },
  { id: 'reference', label: 'Reference' },
];
const SCENE_TAB = { id: 'scene', label: 'Time, subjects' };

interface BenchProps {
  assignment: Assignment;
  /** How it is kept. */
  status: ReactNode;
  /** What is done with it in the end. */
  end: ReactNode;
  /** Whose reference is laid. */
  lays: ComponentProps<typeof ReferenceProvider>['as'];
}

/** The opened work of a learner on the spread, as far as the exercise leaves it to them. */
export function Bench({ assignment, status, end, lays }: BenchProps) {
  const motion = useAppSelector(selectMotion)!;
  const [pages, setPages] = usePages('bench');
  const [targetShown, setTargetShown] = useStored('target-shown', true);
  const [drawer, setDrawer] = useState(false);
  const dispatch = useAppDispatch();
  const { mayChange } = assignment;
  useEffect(() => {
    dispatch(limited(mayChange));
  }, [dispatch, mayChange]);
  const wanted = useMemo(() => wantedOf(assignment), [assignment]);
  useEffect(() => {
    dispatch(channelsWanted({ channels: wanted, firstThing: firstThing(assignment.model, wanted) }));
  }, [dispatch, wanted, assignment.model]);
  const timeFixed = fixedTime(mayChange);
  const target = assignment.model;
  const ruler = useMemo(() => ({ exerciseId: assignment.id }), [assignment.id]);
  const earlier = useEarlierNotes(assignment, motion, drawer);
  const toggleDrawer = (): void => {
    setDrawer(!drawer);
    if (pages === 'time') setPages('both');
  };
  const time = {
    name: 'bench',
    tone: 'take',
    target: targetShown ? target : null,
    courseId: assignment.courseId,
    rangeFixed: mayChange.range ? null : timeFixed,
    foot: <KeysLeft limits={mayChange} motion={motion} says={timeFixed} />,
  } as const;
  const brief = <BriefDrawer assignment={assignment} onClose={() => setDrawer(false)} />;
  const crumbs = [
    { label: assignment.courseTitle, to: `/courses/${assignment.courseId}` },
    { label: assignment.title },
  ];
  return (
    <ClockProvider range={motion.range} rate={motion.rate} workRange={motion.workRange} closes={hasClosingKeys(motion)}>
      <ReferenceProvider of={ruler} courseId={assignment.courseId} as={lays}>
        <Shell
          screen="bench"
          crumbs={crumbs}
          status={status}
          actions={
            <>
              <EditingActions />
              <WorkFiles courseId={assignment.courseId} title={assignment.title} motion={motion} target={target} />
              <PagesChoice pages={pages} onChange={setPages} />
              <Toggle on={drawer} onClick={toggleDrawer}>
                Brief and chart
              </Toggle>
              {end}
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
                wide={pages === 'picture'}
                beside={drawer ? brief : <BesidePicture courseId={assignment.courseId} subjects={mayChange.subjects} />}
                courseId={assignment.courseId}
                {...earlier}
              >
                {drawer ? (
                  brief
                ) : (
                  <Tabs.Root defaultValue="numbers" className="flex h-full flex-col">
                    <TabBar label="Beneath the picture" tabs={hasOwnScene(mayChange) ? [...TABS, SCENE_TAB] : TABS} />
                    <Tabs.Content value="numbers">
                      <NumbersPanel />
                      <OwnCharts tone="take" target={targetShown ? target : null} />
                    </Tabs.Content>
                    <Tabs.Content value="frames" className="min-h-0 data-[state=active]:flex-1">
                      <FramesTable target={targetShown ? target : null} />
                    </Tabs.Content>
                    <Tabs.Content value="reference">
                      <EditingReference />
                    </Tabs.Content>
                    <Tabs.Content value="scene" className="min-h-0 overflow-y-auto data-[state=active]:flex-1">
                      <OwnScene limits={mayChange} courseId={assignment.courseId} />
                    </Tabs.Content>
                  </Tabs.Root>
                )}
              </EditingPicture>
            }
            time={<EditingTime {...time} />}
            low={<EditingTime {...time} low />}
          />
          <ConflictDialog />
          <RecordQuestion />
        </Shell>
      </ReferenceProvider>
    </ClockProvider>
  );
}

/**
 * The channels that are to be keyed: those the model moves; while it is hidden, those the exercise leaves to its
 * learner.
 */
function wantedOf({ model, start, mayChange }: Assignment): ChannelRef[] {
  if (model) return movedChannels(model);
  const { channels } = mayChange;
  return start.subjects
    .filter((subject) => !subject.locked)
    .flatMap(({ id }) => (channels ?? []).map((channelId) => ({ subjectId: id, channelId })));
}

/** More keys than these are not named one by one. */
const MOST_NAMED = 4;

/** What to do first, in a sentence: "Key rotation on 1 and 33". */
function firstThing(model: MotionDocument | null, [ref]: readonly ChannelRef[]): string | null {
  if (!ref) return null;
  const what = `Key ${(trackWith(ref.channelId) ?? CHANNELS[ref.channelId]).label.toLowerCase()}`;
  const frames = model ? channelOf(model, ref.subjectId, ref.channelId).keys.map((key) => key.frame) : [];
  if (frames.length < 2) return what;
  const first = frames.length > MOST_NAMED ? [frames[0]!] : frames.slice(0, -1);
  return `${what} on ${first.join(', ')} and ${frames.at(-1)}`;
}

/** What of time the exercise sets; an empty word where it leaves both to the learner. */
function fixedTime({ rate, range }: Limits): string {
  if (rate && range) return '';
  if (!rate && !range) return 'Rate and range are set by the exercise.';
  return rate ? 'The range is set by the exercise.' : 'The frame rate is set by the exercise.';
}

/** Under the strips: what is set, and how many keys there may still be. */
function KeysLeft({ limits, motion, says }: { limits: Limits; motion: MotionDocument; says: string }) {
  if (limits.maxKeys === null) return <>{says}</>;
  const count = keyCount(motion);
  return (
    <>
      {says}{' '}
      <span
        className={clsx('figures', count >= limits.maxKeys ? 'text-danger' : '')}
      >{`${count} of ${limits.maxKeys} keys`}</span>
    </>
  );
}
