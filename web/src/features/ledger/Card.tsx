import { type CsvCell, csvOf } from '@undulan/core';
import { Download } from 'lucide-react';
import type { ReactNode, RefObject } from 'react';
import type { ChartPicture } from '../../data-charts/index.ts';
import { Button, Menu, MenuItem, saveFile } from '../../ui/index.ts';

interface CardProps {
  title: string;
  says?: ReactNode;
  /** Beside the title. */
  tools?: ReactNode;
  /** What of it is shown, on a line of its own. */
  choices?: ReactNode;
  /** Its numbers as they are saved: rows under one of headings. */
  figures: () => readonly (readonly CsvCell[])[];
  /** Its chart, where it has one. */
  picture?: RefObject<ChartPicture | null>;
  children: ReactNode;
}

/** A part of the ledger, whose numbers and picture can be saved. */
export function Card({ title, says, tools, choices, figures, picture, children }: CardProps) {
  return (
    <section
      aria-label={title}
      className="grid min-w-0 content-start gap-2 rounded-lg border border-rule bg-page px-4 py-3"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h2 className="text-base">{title}</h2>
        <span className="flex-1 text-sm text-faint">{says}</span>
        {tools}
        <Menu
          trigger={
            <Button small square kind="quiet" aria-label={`Save ${title}`}>
              <Download size={15} />
            </Button>
          }
        >
          <MenuItem onSelect={() => saveFile(`${title}.csv`, 'text/csv', csvOf(figures()))}>
            Its numbers as a table
          </MenuItem>
          {picture && (
            <MenuItem onSelect={() => saveFile(`${title}.svg`, 'image/svg+xml', picture.current!.svg())}>
              Its chart as a picture
            </MenuItem>
          )}
        </Menu>
      </div>
      {choices && <div className="flex flex-wrap items-center gap-2">{choices}</div>}
      {children}
    </section>
  );
}
