import { Link } from 'react-router';
import { Shell } from '../../shell/index.ts';
import { Empty } from '../../ui/index.ts';

/** For an address that no screen has. */
export function NoSuchPage() {
  return (
    <Shell crumbs={[{ label: 'No such page' }]}>
      <div className="mx-auto max-w-xl p-8">
        <Empty title="There is no page at this address">
          <Link to="/" className="text-accent underline">
            To your courses
          </Link>
        </Empty>
      </div>
    </Shell>
  );
}
