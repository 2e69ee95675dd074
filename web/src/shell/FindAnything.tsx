import type { CourseSummary } from '@undulan/contract';
import { Command } from 'cmdk';
import { Search } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useShortcuts, useShownKeys } from '../keyboard/index.ts';
import { useLearnerCourseQuery, useLessonsQuery, useOverviewQuery, useSessionQuery } from '../server-data/index.ts';
import { Button, Dialog, type Offered, offeredNow } from '../ui/index.ts';

const FIND = 'Find anything';

/** The dialog leaves the focus where it finds it. */
const focusIt = (field: HTMLInputElement | null): void => field?.focus();

/** Finds every action of the screen, every screen, exercise and learner by a few letters of its name. */
export function FindAnything() {
  // What can be done is asked for once, before the sheet lies over it.
  const [actions, setActions] = useState<Offered[] | null>(null);
  const keys = useShownKeys();
  const open = (): void => setActions(offeredNow().filter(({ label }) => !label.startsWith('Find ')));
  useShortcuts({ find: open });
  return (
    <>
      <Button square kind="quiet" aria-label={FIND} tip={`Find anything (${keys('find')})`} onClick={open}>
        <Search size={17} />
      </Button>
      {actions && <Found actions={actions} onClose={() => setActions(null)} />}
    </>
  );
}

/** Every word typed begins a word of its name, wherever that stands. */
function isFound(_: string, typed: string, names?: string[]): number {
  const words = (names ?? [])
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u);
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return wanted.every((start) => words.some((word) => word.startsWith(start))) ? 1 : 0;
}

interface FoundProps {
  actions: readonly Offered[];
  onClose: () => void;
}

function Found({ actions, onClose }: FoundProps) {
  const { data: session } = useSessionQuery();
  const courses = session?.courses ?? [];
  /** Once the sheet is gone and the focus is back where it was. */
  const choose = ({ run }: Offered): void => {
    onClose();
    setTimeout(run);
  };
  const toCourse = useGoing();
  return (
    <Dialog open onClose={onClose} title={FIND}>
      <Command label={FIND} loop filter={isFound} className="flex flex-col gap-2">
        <Command.Input
          ref={focusIt}
          placeholder="An action, a screen, an exercise, a learner"
          className="h-9 w-full rounded-md border border-rule bg-page px-2.5 text-sm"
        />
        <Command.List className="h-80 overflow-y-auto text-sm">
          <Command.Empty className="px-2 py-6 text-center text-faint">Nothing here is called that.</Command.Empty>
          <Group heading="To do here" offers={actions} onChoose={choose} />
          <Group
            heading="Screens"
            onChoose={choose}
            offers={[
              toCourse('Courses', '/'),
              ...courses.flatMap(({ id, title, role }) => [
                toCourse(title, `/courses/${id}`),
                toCourse(`${title}: Planner`, `/courses/${id}/planner`),
                ...(role !== 'learner' ? [toCourse(`${title}: Waiting for review`, `/courses/${id}/waiting`)] : []),
              ]),
            ]}
          />
          {courses.map((course) => (
            <Lessons key={course.id} course={course} onChoose={choose} />
          ))}
          {courses.map((course) =>
            course.role === 'instructor' ? (
              <SetExercises key={course.id} course={course} onChoose={choose} />
            ) : (
              <OwnExercises key={course.id} course={course} onChoose={choose} />
            ),
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}

function useGoing(): (label: string, path: string) => Offered {
  const navigate = useNavigate();
  return (label, path) => ({ label, run: () => void navigate(path) });
}

interface CourseProps {
  course: CourseSummary;
  onChoose: (offer: Offered) => void;
}

/** The lessons of a course. */
function Lessons({ course, onChoose }: CourseProps) {
  const { data } = useLessonsQuery(course.id);
  const going = useGoing();
  return (
    <Group
      heading={`Lessons of ${course.title}`}
      onChoose={onChoose}
      offers={(data ?? []).map(({ id, name }) => going(name, `/lessons/${id}`))}
    />
  );
}

/** What an instructor set in a course, and each learner's newest takes. */
function SetExercises({ course, onChoose }: CourseProps) {
  const { data } = useOverviewQuery(course.id);
  const going = useGoing();
  const { exercises = [], learners = [], standings = [] } = data ?? {};
  return (
    <>
      <Group
        heading={`Exercises of ${course.title}`}
        onChoose={onChoose}
        offers={exercises.map(({ id, title }) => going(title, `/exercises/${id}/setting`))}
      />
      <Group
        heading={`Learners of ${course.title}`}
        onChoose={onChoose}
        offers={standings.flatMap(({ learnerId, exerciseId, takes }) => {
          const learner = learners.find(({ id }) => id === learnerId)?.name ?? '';
          const exercise = exercises.find(({ id }) => id === exerciseId)?.title ?? '';
          const take = takes.at(-1);
          return take ? [going(`${learner}: ${exercise}, take ${take.number}`, `/takes/${take.id}`)] : [];
        })}
      />
    </>
  );
}

/** A learner's own drafts and takes of a course. */
function OwnExercises({ course, onChoose }: CourseProps) {
  const { data } = useLearnerCourseQuery(course.id);
  const going = useGoing();
  return (
    <Group
      heading={`Exercises of ${course.title}`}
      onChoose={onChoose}
      offers={(data?.exercises ?? []).flatMap(({ title, drafts, takes }) => [
        ...drafts.map(({ id, name }) => going(`${title}: ${name}`, `/drafts/${id}`)),
        ...takes.map(({ id, number }) => going(`${title}: take ${number}`, `/takes/${id}`)),
      ])}
    />
  );
}

interface GroupProps {
  heading: string;
  offers: readonly Offered[];
  onChoose: (offer: Offered) => void;
}

function Group({ heading, offers, onChoose }: GroupProps) {
  if (offers.length === 0) return null;
  return (
    <Command.Group
      heading={<span className="px-2 text-xs font-semibold text-faint">{heading}</span>}
      className="not-first:mt-2"
    >
      {offers.map((offer) => (
        <Command.Item
          key={offer.label}
          value={`${heading}: ${offer.label}`}
          keywords={[offer.label, offer.holds ?? '']}
          disabled={offer.off !== undefined}
          onSelect={() => onChoose(offer)}
          className="flex items-baseline gap-3 rounded-md px-2 py-1.5 data-[selected=true]:bg-shade"
        >
          <span className={offer.off ? 'text-faint' : ''}>{offer.label}</span>
          {(offer.off ?? offer.holds) && <span className="text-xs text-faint">{offer.off ?? offer.holds}</span>}
          {offer.keys && <kbd className="figures ml-auto text-xs whitespace-nowrap text-faint">{offer.keys}</kbd>}
        </Command.Item>
      ))}
    </Command.Group>
  );
}
