import type { ReviewedTake } from '@undulan/contract';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useReviewQuery, useTakeQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { takeIn, useAppStore } from '../../state/index.ts';
import { LoadFailed, Loading } from '../../ui/index.ts';

/** How often a take is asked for while its reading is coming. */
const ASK_EVERY_MS = 700;

type TakeScreen = (props: { view: ReviewedTake }) => ReactNode;
/** The two screens of a take, each fetched for those who come to it. */
const TAKE_SCREENS: Record<ReviewedTake['role'], () => Promise<TakeScreen>> = {
  instructor: async () => (await import('../desk/index.ts')).DeskPage,
  learner: async () => (await import('../review/index.ts')).ReviewPage,
};

/** One address for a take: the Desk for its instructors, the review for its learner. */
export function TakePage() {
  const { takeId = '' } = useParams();
  const readingId = useSearchParams()[0].get('reading') ?? undefined;
  const store = useAppStore();
  const [isComing, setComing] = useState(false);
  const [screen, setScreen] = useState<{ role: ReviewedTake['role']; Screen: TakeScreen } | null>(null);
  const { data, error, refetch } = useTakeQuery(
    { id: takeId, readingId },
    { refetchOnMountOrArgChange: true, refetchOnFocus: true, pollingInterval: isComing ? ASK_EVERY_MS : 0 },
  );
  const {
    currentData: review,
    error: noReview,
    refetch: refetchReview,
  } = useReviewQuery(takeId, { refetchOnMountOrArgChange: true, refetchOnFocus: true });
  const comes = data?.id === takeId && data.readingState === 'coming';
  if (comes !== isComing) setComing(comes);
  const role = data?.role;
  useEffect(() => {
    if (!role) return;
    void TAKE_SCREENS[role]().then((Screen) => {
      takeIn(store);
      setScreen({ role, Screen });
    });
  }, [role, store]);
  const view = useMemo(() => (data && review !== undefined ? { ...data, review } : null), [data, review]);
  if (view?.id === takeId && screen?.role === view.role) return <screen.Screen key={takeId} view={view} />;
  return (
    <Shell crumbs={[{ label: 'Take' }]}>
      {error || noReview ? (
        <LoadFailed
          what="take"
          error={error ?? noReview}
          onRetry={() => void Promise.all([refetch(), refetchReview()])}
        />
      ) : (
        <Loading what="the take" />
      )}
    </Shell>
  );
}
