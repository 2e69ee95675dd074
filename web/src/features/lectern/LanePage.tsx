import type { StoredLesson } from '@undulan/contract';
import { hasClosingKeys } from '@undulan/core';
import { useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import { selectMotion } from '../../editing/index.ts';
import { NumbersPanel } from '../../panels/numbers/index.ts';
import { ConflictDialog, EditingActions, RecordQuestion, SaveStatus } from '../../panels/work/index.ts';
import { laneSource, useOpenWork, workOfLane } from '../../saving/index.ts';
import { useLessonQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { BesidePicture, EditingPicture, EditingTime, PagesChoice, Spread, usePages } from '../../spread/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { Button, Empty, LoadFailed, Loading } from '../../ui/index.ts';

/** A lane of a lesson on the spread, to be changed by hand. */
export function LanePage() {
  const { lessonId = '', boardId = '', laneId = '' } = useParams();
  const id = laneSource(lessonId, boardId, laneId);
  const { currentData, isFetching, error, refetch } = useLessonQuery(lessonId, { refetchOnMountOrArgChange: true });
  const stored = useMemo(() => currentData && (workOfLane(currentData, id) ?? undefined), [currentData, id]);
  const isOpen = useOpenWork('lane', id, { currentData: stored, isFetching });
  if (isOpen && currentData) return <LaneSpread stored={currentData} boardId={boardId} laneId={laneId} />;
  const isMissing = currentData && !isFetching && !stored;
  return (
    <Shell crumbs={[{ label: 'Lectern', to: `/lessons/${lessonId}` }, { label: 'Lane' }]}>
      {error ? (
        <LoadFailed what="lesson" error={error} onRetry={() => void refetch()} />
      ) : isMissing ? (
        <Empty title="No such lane">It was taken out of its lesson.</Empty>
      ) : (
        <Loading what="the lane" />
      )}
    </Shell>
  );
}

function LaneSpread({ stored, boardId, laneId }: { stored: StoredLesson; boardId: string; laneId: string }) {
  const motion = useAppSelector(selectMotion)!;
  const [pages, setPages] = usePages('lane');
  const navigate = useNavigate();
  const { id, courseId, courseTitle, lesson } = stored;
  const board = lesson.boards.find((other) => other.id === boardId);
  const name = board?.lanes.find((lane) => lane.id === laneId)?.name ?? 'Lane';
  const back = `/lessons/${id}?board=${encodeURIComponent(boardId)}`;
  const time = { name: 'lane', tone: 'target', target: null, courseId, rangeFixed: null } as const;
  return (
    <ClockProvider range={motion.range} rate={motion.rate} workRange={motion.workRange} closes={hasClosingKeys(motion)}>
      <Shell
        crumbs={[
          { label: courseTitle, to: `/courses/${courseId}` },
          { label: lesson.name, to: back },
          { label: `${board?.name ?? ''}: ${name}` },
        ]}
        status={<SaveStatus />}
        actions={
          <>
            <EditingActions />
            <PagesChoice pages={pages} onChange={setPages} />
            <Button kind="main" onClick={() => void navigate(back)}>
              Back to the Lectern
            </Button>
          </>
        }
      >
        <Spread
          name="lane"
          pages={pages}
          picture={
            <EditingPicture
              tone="target"
              target={null}
              noTarget="A lane has no target."
              targetShown={false}
              onTargetShown={() => undefined}
              wide={pages === 'picture'}
              beside={<BesidePicture courseId={courseId} subjects />}
              courseId={courseId}
            >
              <NumbersPanel />
            </EditingPicture>
          }
          time={<EditingTime {...time} />}
          low={<EditingTime {...time} low />}
        />
        <ConflictDialog />
        <RecordQuestion />
      </Shell>
    </ClockProvider>
  );
}
