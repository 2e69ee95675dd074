import {
  type Channel,
  type ChannelId,
  channelOf,
  CHANNELS,
  channelsFor,
  sampleChannel,
  type Subject,
  TRACKS,
} from '@undulan/core';
import { useCallback, useState } from 'react';
import {
  selectMotion,
  selectPictureMotion,
  selectSettledSubject,
  selectUnderWay,
  selectWantedIds,
  subjectSelected,
} from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, LiveFigures, useMoving, useRestingFrame } from '../../time/index.ts';
import { Select } from '../../ui/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { ChannelRow } from './ChannelRow.tsx';
import { FirstKeyNotice } from './FirstKeyNotice.tsx';
import { UnkeyedNotice } from './UnkeyedNotice.tsx';

const POSITION = TRACKS[0]!.channelIds;

/** What the exercise asks for, or position, is always at hand; other channels once they are keyed or asked for. */
function isListed(channel: Channel, all: boolean, wanted: readonly ChannelId[]): boolean {
  return (
    all ||
    channel.keys.length > 0 ||
    wanted.includes(channel.id) ||
    (POSITION.includes(channel.id) && (wanted.length === 0 || wanted.some((id) => POSITION.includes(id))))
  );
}

/**
 * Every channel of the selected subject with its value on this frame, to be typed; and the keys before and after. While
 * anything is under way the values alone follow it.
 */
export function NumbersPanel() {
  const subject = useAppSelector(selectSettledSubject);
  const frame = useRestingFrame();
  const moving = useMoving();
  const underWay = useAppSelector(selectUnderWay);
  const live = moving || underWay;
  const [all, setAll] = useState(false);
  const wanted = useAppSelector(selectWantedIds);
  if (!subject) return <p className="p-4 text-center text-faint">No subject is selected: click one in the picture.</p>;
  const channels = channelsFor(subject);
  const listed = channels.filter((channel) => isListed(channel, all, wanted));
  const folded = channels.length - listed.length;
  return (
    <section aria-label="Numbers" className="relative">
      <div className="flex items-baseline gap-2 pb-1.5">
        <SubjectName subject={subject} />
        <WhatIsThis of="Numbers" />
        <span data-live={moving ? '' : undefined} className="figures w-24 text-xs text-faint">
          {moving ? '\u00a0' : `frame ${formatFrames(frame)}`}
        </span>
      </div>
      <UnkeyedNotice />
      <FirstKeyNotice subject={subject} />
      <table className="w-full overflow-hidden rounded-md border border-rule bg-page text-[13px]">
        <thead className="sr-only">
          <tr>
            <th>Keyed</th>
            <th>Channel</th>
            <th>Value</th>
            <th>Unit</th>
            <th>Keys before and after</th>
            <th>Actions</th>
          </tr>
        </thead>
        <tbody>
          {listed.map((channel) => (
            <ChannelRow key={channel.id} subjectId={subject.id} channel={channel} frame={frame} live={live} />
          ))}
        </tbody>
      </table>
      {live && <LiveNumbers key={String(moving)} subjectId={subject.id} channels={listed} framed={moving} />}
      <div className="flex justify-between pt-1.5 text-xs text-faint">
        <span>
          {channels.length} channels{folded > 0 && ` · ${folded} never keyed are folded`}
        </span>
        {(folded > 0 || all) && (
          <button type="button" className="rounded-sm text-accent hover:underline" onClick={() => setAll(!all)}>
            {all ? 'Fold the never keyed' : `Show ${folded}`}
          </button>
        )}
      </div>
    </section>
  );
}

interface LiveNumbersProps {
  subjectId: string;
  channels: readonly Channel[];
  /** The frame changes too. */
  framed: boolean;
}

/** The values of the listed channels as the picture shows them, while the playhead or a gesture is under way. */
function LiveNumbers({ subjectId, channels, framed }: LiveNumbersProps) {
  const picture = useAppSelector(selectPictureMotion)!;
  const units = useValueUnits();
  const textsAt = useCallback(
    (frame: number) => [
      ...(framed ? [`frame ${formatFrames(frame)}`] : []),
      ...channels
        .filter(({ id }) => CHANNELS[id].blend !== 'colour')
        .map(({ id }) => units.format(id, sampleChannel(channelOf(picture, subjectId, id), frame))),
    ],
    [framed, channels, units, picture, subjectId],
  );
  return <LiveFigures textsAt={textsAt} />;
}

function SubjectName({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const choices = motion?.subjects.filter((other) => !other.locked) ?? [];
  if (choices.length < 2) return <h3 className="text-[15px]">{subject.name}</h3>;
  return (
    <Select
      aria-label="Subject"
      value={subject.id}
      onChoose={(choice) => dispatch(subjectSelected(choice))}
      size="bar"
      className="text-sm! font-semibold"
      choices={choices.map((other) => ({ id: other.id, label: other.name }))}
    />
  );
}
