import { clsx } from 'clsx';
/** The headings of a table of figures: the first to the left, the others over their numbers. */
export function HeadingRow({ headings }: { headings: readonly string[] }) {
  return (
    <thead>
      <tr className="border-b border-rule text-left text-xs text-faint">
        {headings.map((heading, i) => (
          <th key={heading} className={clsx('px-3 py-1.5 font-semibold', i > 0 ? 'text-right' : '')}>
            {heading}
          </th>
        ))}
      </tr>
    </thead>
  );
}
