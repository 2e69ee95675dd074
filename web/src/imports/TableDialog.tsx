import {
  CHANNEL_IDS,
  type ChannelId,
  CHANNELS,
  guessMapping,
  type MotionDocument,
  type NumberTable,
  type Rate,
  type TableMapping,
} from '@undulan/core';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { DecimalField, DecimalInput, Field, Select } from '../ui/index.ts';
import { motionOfTable } from './table-motion.ts';
import { TakenDialog } from './TakenDialog.tsx';
import { Fps, OnFrame } from './within.ts';

const Factor = z.number().min(-1e6).max(1e6);

/** Channels that a column of numbers can be. */
const NUMBERS = CHANNEL_IDS.filter((id) => CHANNELS[id].blend !== 'colour');
/** A table of more rows than this is shown thinned only when it is asked for: that takes a while. */
const MANY_ROWS = 600;

interface TableDialogProps {
  title: string;
  table: NumberTable;
  /** At first; of what is open. */
  rate?: Rate;
  onTaken: (motion: MotionDocument) => void;
  onClose: () => void;
}

/** Which column of a table is what, and what it comes to, moving, before it is taken. */
export function TableDialog({ title, table, rate = { num: 24, den: 1 }, onTaken, onClose }: TableDialogProps) {
  const [mapping, setMapping] = useState(() => guessMapping(table, rate));
  const [thin, setThin] = useState(table.rows.length <= MANY_ROWS);
  const made = useMemo(() => motionOfTable(table, mapping, thin), [table, mapping, thin]);
  const change = (part: Partial<TableMapping>): void => setMapping({ ...mapping, ...part });
  const timed = mapping.time.by === 'row' ? 'row' : `${mapping.time.by} ${mapping.time.column}`;
  const setTime = (chosen: string): void => {
    const [by, column] = chosen.split(' ');
    change({ time: by === 'row' ? { by: 'row' } : { by: by as 'frame' | 'seconds', column: Number(column) } });
  };
  const setChannel = (column: number, id: ChannelId | ''): void => {
    const others = mapping.channels.filter((channel) => channel.column !== column && channel.id !== id);
    change({ channels: id === '' ? others : [...others, { column, id, factor: factorOf(column) }] });
  };
  const factorOf = (column: number): number =>
    mapping.channels.find((channel) => channel.column === column)?.factor ?? 1;
  const columns = table.headings.map((heading, column) => ({ heading, column }));
  return (
    <TakenDialog
      title={`From a table: ${title}`}
      made={made}
      thin={thin}
      onThin={setThin}
      onTaken={onTaken}
      onClose={onClose}
    >
      <Field label="When a row is">
        {({ id }) => (
          <Select
            id={id}
            value={timed}
            choices={[
              { id: 'row', label: 'a row a frame' },
              ...columns.flatMap(({ heading, column }) => [
                { id: `frame ${column}`, label: `frames in “${heading}”` },
                { id: `seconds ${column}`, label: `seconds in “${heading}”` },
              ]),
            ]}
            onChoose={setTime}
          />
        )}
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <DecimalField
          label="Frames a second"
          within={Fps}
          value={mapping.rate.num}
          onDecimal={(num) => change({ rate: { num, den: 1 } })}
        />
        {mapping.time.by !== 'frame' && (
          <DecimalField
            label="First frame"
            within={OnFrame}
            value={mapping.firstFrame}
            onDecimal={(firstFrame) => change({ firstFrame })}
          />
        )}
      </div>
      <fieldset className="grid gap-2">
        <legend className="mb-1 text-xs font-semibold text-faint">What each column is, and times what</legend>
        {columns.map(({ heading, column }) => {
          const channel = mapping.channels.find((known) => known.column === column);
          return (
            <div key={column} className="grid grid-cols-[1fr_1fr_5rem] items-center gap-2 text-sm">
              <span className="truncate" title={heading}>
                {heading}
              </span>
              <Select
                aria-label={`Column ${heading}`}
                value={channel?.id ?? ''}
                choices={[
                  { id: '' as const, label: 'not taken' },
                  ...NUMBERS.map((id) => ({ id, label: CHANNELS[id].label })),
                ]}
                onChoose={(id) => setChannel(column, id)}
              />
              {channel && (
                <DecimalInput
                  aria-label={`${heading}, times`}
                  within={Factor}
                  value={channel.factor}
                  onDecimal={(factor) =>
                    change({
                      channels: mapping.channels.map((known) => (known === channel ? { ...known, factor } : known)),
                    })
                  }
                />
              )}
            </div>
          );
        })}
      </fieldset>
    </TakenDialog>
  );
}
