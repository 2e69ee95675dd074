import { useParams } from 'react-router';
import { SaveStatus } from '../../panels/work/index.ts';
import { useOpenWork } from '../../saving/index.ts';
import { useAssignmentQuery, useDraftQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { LoadFailed, Loading } from '../../ui/index.ts';
import { Bench } from './Bench.tsx';
import { HandInButton } from './HandInButton.tsx';

/** Keying: a learner's draft on the spread. */
export function BenchPage() {
  const { draftId = '' } = useParams();
  const draft = useDraftQuery(draftId, { refetchOnMountOrArgChange: true });
  const isOpen = useOpenWork('draft', draftId, draft);
  const assignment = useAssignmentQuery(draft.currentData?.exerciseId ?? '', { skip: !draft.currentData });
  if (isOpen && draft.currentData && assignment.currentData) {
    return (
      <Bench
        key={draftId}
        assignment={assignment.currentData}
        status={<SaveStatus />}
        end={<HandInButton draft={draft.currentData} assignment={assignment.currentData} />}
        lays="own"
      />
    );
  }
  const error = draft.error ?? assignment.error;
  const retry = (): void => {
    void draft.refetch();
    if (draft.currentData) void assignment.refetch();
  };
  return (
    <Shell crumbs={[{ label: 'Bench' }]}>
      {error ? <LoadFailed what="draft" error={error} onRetry={retry} /> : <Loading what="your draft" />}
    </Shell>
  );
}
