import type { GalleryItem } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { PictureInSight } from '../../picture/stage/index.ts';
import { useGalleryQuery, useShownTakeQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Empty, Fetched, Field, INPUT } from '../../ui/index.ts';

const CARD_PX = 274;

/** What is looked for stands in its title, exercise, name or tags. */
function isFound({ title, exerciseTitle, learnerName, tags }: GalleryItem, words: string): boolean {
  const all = [title, exerciseTitle, learnerName, ...tags].join(' ').toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

/** Takes that learners of the course show, the newest first; found by title, exercise, name or tag. */
export function GalleryPage() {
  const { courseId = '' } = useParams();
  const { data, error, refetch } = useGalleryQuery(courseId, { refetchOnMountOrArgChange: true });
  const [words, setWords] = useState('');
  const found = data?.items.filter((item) => isFound(item, words)) ?? [];
  return (
    <Shell crumbs={[{ label: data?.courseTitle ?? 'Course', to: `/courses/${courseId}` }, { label: 'Gallery' }]}>
      <Fetched what="gallery" query={{ data, error, refetch }}>
        {(data) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto grid max-w-5xl gap-4 px-8 py-6">
              {data.items.length === 0 ? (
                <Empty title="Nothing is shown yet">
                  Learners show a take here once it is returned: open it, and press “Show in the gallery”.
                </Empty>
              ) : (
                <>
                  <Field label="Title, exercise, name or tag" className="w-72">
                    {(ids) => (
                      <input
                        {...ids}
                        type="search"
                        className={INPUT}
                        value={words}
                        onChange={(event) => setWords(event.target.value)}
                      />
                    )}
                  </Field>
                  {found.length === 0 && <Empty title="Nothing here is called that" />}
                  <ul aria-label="Shown takes" className="grid grid-cols-3 gap-4">
                    {found.map((item) => (
                      <Card key={item.takeId} item={item} />
                    ))}
                  </ul>
                </>
              )}
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}

function Card({ item }: { item: GalleryItem }) {
  const { takeId, title, tags, exerciseTitle, learnerName, shownAt, remarks } = item;
  const [isSeen, setSeen] = useState(false);
  const { data } = useShownTakeQuery(takeId, { skip: !isSeen });
  return (
    <li className="grid content-start gap-1 rounded-lg border border-rule bg-page p-3">
      <PictureInSight motion={data?.view.motion} widthPx={CARD_PX} onSight={() => setSeen(true)} />
      <Link to={`/gallery/${takeId}`} className="rounded-sm text-[15px] font-semibold hover:underline">
        {title}
      </Link>
      <span className="text-sm">
        {learnerName} · {exerciseTitle}
      </span>
      <span className="text-xs text-faint">
        {formatDistanceToNow(shownAt, { addSuffix: true })}
        {remarks > 0 && ` · ${remarks} ${remarks === 1 ? 'remark' : 'remarks'}`}
        {tags.length > 0 && ` · ${tags.join(', ')}`}
      </span>
    </li>
  );
}
