import { createContext, type ReactNode, useContext } from 'react';

export const LABEL_PX = 128;
export const ROW_PX = 34;

/** What stands beside the heading of a strip, by its title: the page that has the strips says it. */
export const StripHelp = createContext<((title: string) => ReactNode) | null>(null);

interface StripProps {
  title: string;
  /** What stands under the title. */
  label?: ReactNode;
  /** Names of rows of `ROW_PX` each, beside the title. */
  rows?: readonly { name: string; colour?: string }[];
  children: ReactNode;
}

/** One band of the time page: its name and legend left, its track under the ruler right. */
export function Strip({ title, label, rows, children }: StripProps) {
  const help = useContext(StripHelp)?.(title);
  return (
    <section
      aria-label={`${title} strip`}
      className="strip h-full overflow-x-hidden overflow-y-auto border-t border-rule"
    >
      <div className="flex h-full">
        <div className="relative shrink-0 py-1.5 pr-2" style={{ width: LABEL_PX }}>
          <div className="flex items-center gap-1">
            <h3 className="text-[13px] leading-5">{title}</h3>
            {help}
          </div>
          <div className="text-xs text-faint">{label}</div>
          {rows && (
            <div className="absolute top-0 right-3 text-right text-xs">
              {rows.map(({ name, colour }) => (
                <p
                  key={name}
                  className="flex items-center justify-end"
                  style={{ height: ROW_PX, color: colour ?? 'var(--faint)' }}
                >
                  {name}
                </p>
              ))}
            </div>
          )}
        </div>
        <div className="relative min-w-0 flex-1">{children}</div>
      </div>
    </section>
  );
}
