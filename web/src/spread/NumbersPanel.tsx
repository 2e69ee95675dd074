import { useCallback, useRef, useState, type ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { CHANNELS, sampleChannel, TRACKS, type Channel, type Subject } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { channelSelected, selectShownMotion, selectSubject, subjectSelected, useChangeValues } from '../editing/index.ts';
import { formatValue, parseValue, useClock, useOnFrame, usePlaying, useRestingFrame } from '../time-page/index.ts';
import { CommitInput, Tip } from '../ui/index.ts';
import { TabGlyph, type TabState } from './TabGlyph.tsx';

const POSITION = TRACKS[0]!.channelIds;

/** Position is always at hand; other channels once they are keyed or asked for. */
function isListed(channel: Channel, all: boolean): boolean {
  return all || channel.keys.length > 0 || POSITION.includes(channel.id);
}

/** Every channel of the selected subject with its value on this frame, to be typed; and the keys before and after. */
export function NumbersPanel() {
  const subject = useAppSelector(selectSubject);
  const frame = useRestingFrame();
  const [all, setAll] = useState(false);
  if (!subject) return <p className="p-4 text-center text-faint">No subject is selected: click one in the picture.</p>;
  const listed = subject.channels.filter((channel) => isListed(channel, all));
  const folded = subject.channels.length - listed.length;
  return (
    <section aria-label="Numbers">
      <div className="flex items-baseline gap-2 pb-1.5">
        <SubjectName subject={subject} />
        <span className="figures text-xs text-faint">frame {frame}</span>
      </div>
      <table className="w-full overflow-hidden rounded-md border border-rule bg-page text-[13px]">
        <thead className="sr-only">
          <tr>
            <th>Keyed</th>
            <th>Channel</th>
            <th>Value</th>
            <th>Unit</th>
            <th>Keys before and after</th>
          </tr>
        </thead>
        <tbody>
          {listed.map((channel) => (
            <ChannelRow key={channel.id} subject={subject} channel={channel} frame={frame} />
          ))}
        </tbody>
      </table>
      <div className="flex justify-between pt-1.5 text-xs text-faint">
        <span>
          {subject.channels.length} channels{folded > 0 && ` · ${folded} never keyed are folded`}
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

function SubjectName({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectShownMotion);
  const choices = motion?.subjects.filter((other) => !other.locked) ?? [];
  if (choices.length < 2) return <h3 className="text-[15px]">{subject.name}</h3>;
  return (
    <select aria-label="Subject" value={subject.id} onChange={(event) => dispatch(subjectSelected(event.target.value))} className="h-7 rounded-md border border-rule bg-page px-1.5 font-semibold">
      {choices.map((other) => (
        <option key={other.id} value={other.id}>
          {other.name}
        </option>
      ))}
    </select>
  );
}

function tabState(channel: Channel, frame: number): TabState {
  if (channel.keys.length === 0) return 'never';
  return channel.keys.some((key) => key.frame === frame) ? 'here' : 'elsewhere';
}

function ChannelRow({ subject, channel, frame }: { subject: Subject; channel: Channel; frame: number }) {
  const clock = useClock();
  const dispatch = useAppDispatch();
  const playing = usePlaying();
  const change = useChangeValues();
  const { label, unit } = CHANNELS[channel.id];
  const before = channel.keys.findLast((key) => key.frame < frame)?.frame;
  const after = channel.keys.find((key) => key.frame > frame)?.frame;
  const goTo = (to: number): void => {
    clock.stop();
    clock.seek(to);
  };
  const commit = (text: string): boolean => {
    const value = parseValue(text);
    if (value === null) return false;
    change([{ subjectId: subject.id, channelId: channel.id, value }], clock.frame);
    return true;
  };
  return (
    <tr className="border-b border-rule last:border-0">
      <td className="w-9 py-1 pl-2.5">
        <TabGlyph state={tabState(channel, frame)} />
      </td>
      <td className="py-1">
        <button type="button" className="rounded-sm hover:underline" onClick={() => dispatch(channelSelected(channel.id))}>
          {label}
        </button>
      </td>
      <td className="w-24 py-1 text-right">
        {playing ? (
          <LiveValue channel={channel} />
        ) : (
          <CommitInput
            aria-label={`${label} on frame ${frame}`}
            className="figures h-6! border-transparent! bg-transparent! text-right font-semibold hover:border-rule! focus:border-rule! focus:bg-page!"
            value={formatValue(channel.id, sampleChannel(channel, frame))}
            onCommit={commit}
          />
        )}
      </td>
      <td className="figures w-8 py-1 pl-2 text-xs text-faint">{unit}</td>
      <td className="figures w-28 py-1 pr-2 text-right text-xs whitespace-nowrap text-faint">
        {channel.keys.length > 0 && (
          <>
            <KeyStep to={before} label={`${label}: key before`} onGo={goTo}>
              <ChevronLeft size={13} />
              {before ?? '–'}
            </KeyStep>
            <span className="px-0.5">·</span>
            <KeyStep to={after} label={`${label}: next key`} onGo={goTo}>
              {after ?? '–'}
              <ChevronRight size={13} />
            </KeyStep>
          </>
        )}
      </td>
    </tr>
  );
}

function KeyStep({ to, label, onGo, children }: { to: number | undefined; label: string; onGo: (frame: number) => void; children: ReactNode }) {
  const none = to === undefined;
  return (
    <Tip says={none ? 'No key on this side.' : `To frame ${to}`}>
      <button type="button" aria-label={label} aria-disabled={none} onClick={() => !none && onGo(to)} className={`inline-flex h-5 min-w-6 items-center justify-center rounded-sm align-middle ${none ? 'cursor-default opacity-50' : 'hover:bg-shade hover:text-ink'}`}>
        {children}
      </button>
    </Tip>
  );
}

/** A channel's value while playing, written straight into the page. */
function LiveValue({ channel }: { channel: Channel }) {
  const text = useRef<HTMLSpanElement>(null);
  useOnFrame(
    useCallback(
      (frame) => {
        if (text.current) text.current.textContent = formatValue(channel.id, sampleChannel(channel, frame));
      },
      [channel],
    ),
  );
  return <span ref={text} className="figures inline-block h-6 pr-[9px] font-semibold" />;
}
