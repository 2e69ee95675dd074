import { Shell } from '../../shell/index.ts';
import { Empty } from '../../ui/index.ts';

/** At the address of a course that is not there, or not the person's. */
export function NoSuchCourse() {
  return (
    <Shell crumbs={[{ label: 'Courses', to: '/' }, { label: 'No such course' }]}>
      <div className="mx-auto max-w-xl p-8">
        <Empty title="There is no such course, or you are not in it" />
      </div>
    </Shell>
  );
}
