import type { Assignment } from '@undulan/contract';
import { useState } from 'react';
import { useParams } from 'react-router';
import { useAssignmentQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { LoadFailed, Loading } from '../../ui/index.ts';
import { ChooseClip } from './ChooseClip.tsx';
import { ClipDesk } from './ClipDesk.tsx';

/** Handing in a clip rendered elsewhere: it is chosen, the subject pointed at, and what is followed looked at. */
export function ClipPage() {
  const { exerciseId = '' } = useParams();
  const assignment = useAssignmentQuery(exerciseId, { refetchOnMountOrArgChange: true });
  if (assignment.currentData) return <ChosenClip assignment={assignment.currentData} />;
  return (
    <Shell crumbs={[{ label: 'Clip' }]}>
      {assignment.error ? (
        <LoadFailed what="exercise" error={assignment.error} onRetry={() => void assignment.refetch()} />
      ) : (
        <Loading what="the exercise" />
      )}
    </Shell>
  );
}

function ChosenClip({ assignment }: { assignment: Assignment }) {
  const [files, setFiles] = useState<readonly File[]>([]);
  const crumbs = [
    { label: assignment.courseTitle, to: `/courses/${assignment.courseId}` },
    { label: `${assignment.title}: a clip` },
  ];
  return files.length === 0 ? (
    <Shell crumbs={crumbs}>
      <ChooseClip assignment={assignment} onChosen={setFiles} />
    </Shell>
  ) : (
    // Another choice is another clip: nothing of the one before stays.
    <ClipDesk
      key={files.map(({ name, size, lastModified }) => `${name} ${size} ${lastModified}`).join()}
      crumbs={crumbs}
      assignment={assignment}
      files={files}
      onOther={() => setFiles([])}
    />
  );
}
