import { explain, usePicturesQuery, useRemovePictureMutation } from '../server-data/index.ts';
import { Button, Dialog, Empty, LoadFailed, sayProblem } from '../ui/index.ts';

interface CoursePicturesProps {
  courseId: string;
  /** The brief that is being written: what it shows is in use, saved or not. */
  brief: string;
  onChoose: (pictureId: string) => void;
  onClose: () => void;
}

/** The pictures a course keeps: to be put into the brief again, or removed where no brief shows them. */
export function CoursePictures({ courseId, brief, onChoose, onClose }: CoursePicturesProps) {
  const { data, error, refetch } = usePicturesQuery(courseId, { refetchOnMountOrArgChange: true });
  const [remove] = useRemovePictureMutation();
  const removed = async (id: string): Promise<void> => {
    const answer = await remove(id);
    if (answer.error) sayProblem(explain(answer.error));
  };
  const uses = (id: string, shownIn: number): number => Math.max(shownIn, brief.includes(id) ? 1 : 0);
  return (
    <Dialog open onClose={onClose} title="Pictures of the course" wide>
      {error && !data && <LoadFailed what="pictures" error={error} onRetry={() => void refetch()} />}
      {data?.length === 0 && (
        <Empty title="No picture is kept yet">Those you add to a brief are kept here for the whole course.</Empty>
      )}
      <ul className="grid grid-cols-4 gap-3">
        {data?.map(({ id, bytes, shownIn }, i) => (
          <li key={id} className="grid gap-1 rounded-md border border-rule p-2 text-xs">
            <button
              type="button"
              className="rounded-sm border border-rule"
              aria-label={`Put picture ${i + 1} into the brief`}
              onClick={() => onChoose(id)}
            >
              <img src={`/api/pictures/${id}`} alt="" className="h-24 w-full object-contain" />
            </button>
            <span className="flex items-center justify-between gap-2 text-faint">
              <span className="figures">{Math.max(1, Math.round(bytes / 1000))} kB</span>
              <Button
                small
                kind="quiet"
                aria-label={`Remove picture ${i + 1}`}
                disabledReason={
                  uses(id, shownIn) > 0 &&
                  `It is in ${uses(id, shownIn) === 1 ? 'a brief' : `${uses(id, shownIn)} briefs`}: take it ` +
                    'out there first.'
                }
                onClick={() => void removed(id)}
              >
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
