import { useParams } from 'react-router';
import { useLessonQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { LoadFailed, Loading } from '../../ui/index.ts';
import { Lectern } from './Lectern.tsx';

/** Teaching: a lesson's boards, lane above lane on one clock. */
export function LecternPage() {
  const { lessonId = '' } = useParams();
  const { currentData, isFetching, error, refetch } = useLessonQuery(lessonId, { refetchOnMountOrArgChange: true });
  // What was fetched for an earlier visit may be older than what was saved since.
  if (currentData && !isFetching) return <Lectern key={currentData.id} stored={currentData} />;
  return (
    <Shell crumbs={[{ label: 'Lectern' }]}>
      {error ? (
        <LoadFailed what="lesson" error={error} onRetry={() => void refetch()} />
      ) : (
        <Loading what="the lesson" />
      )}
    </Shell>
  );
}
