import type { CourseOverview } from '@undulan/contract';
import { format } from 'date-fns';
import { explain, usePutAwayInQuery, useTakeBackMutation } from '../../server-data/index.ts';
import { Button, Dialog, Empty, Fetched, sayProblem } from '../../ui/index.ts';

/** Exercises that are archived or removed; each can be taken back. */
export function PutAwayDialog({ course, onClose }: { course: CourseOverview; onClose: () => void }) {
  const { data, error, refetch } = usePutAwayInQuery(course.id, { refetchOnMountOrArgChange: true });
  const [takeBack, { isLoading }] = useTakeBackMutation();
  const back = async (id: string): Promise<void> => {
    const answer = await takeBack(id);
    if (answer.error) sayProblem(explain(answer.error));
  };
  return (
    <Dialog open title="Exercises that are put away" onClose={onClose}>
      <Fetched what="list" query={{ data, error, refetch }}>
        {(data) =>
          data.length === 0 ? (
            <Empty title="Nothing is put away" />
          ) : (
            <ul aria-label="Put away">
              {data.map(({ id, title, at, goesAt, takes }) => (
                <li key={id} className="flex items-center gap-3 border-b border-rule py-2 text-sm last:border-0">
                  <span className="flex-1">
                    <b>{title}</b>
                    <span className="block text-xs text-faint">
                      {goesAt
                        ? `removed ${format(at, 'd MMM yyyy')}, goes for good on ${format(goesAt, 'd MMM yyyy')}`
                        : `archived ${format(at, 'd MMM yyyy')}, ${takes} ${takes === 1 ? 'take' : 'takes'} in it`}
                    </span>
                  </span>
                  <Button small disabled={isLoading} aria-label={`Take ${title} back`} onClick={() => void back(id)}>
                    Take back
                  </Button>
                </li>
              ))}
            </ul>
          )
        }
      </Fetched>
    </Dialog>
  );
}
