import {
  CHANNELS,
  effectiveHandles,
  HandleLink,
  type HandleNumbers,
  type HandleSide,
  numbersOfHandle,
} from '@undulan/core';
import { ChevronDown } from 'lucide-react';
import { memo } from 'react';
import { z } from 'zod';
import { applyEdit } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { type HandleKeeps, KEEPS_NOTHING } from '../../strips/curve/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, ButtonGroup, DecimalInput, Popover, Toggle, useStored } from '../../ui/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { type SegmentKey, shared } from './use-segment-keys.ts';

const SIDES: { side: HandleSide; label: string }[] = [
  { side: 'in', label: 'Arrives' },
  { side: 'out', label: 'Leaves' },
];

const LINK_WORDS: Record<HandleLink, string> = {
  auto: 'automatic',
  flat: 'flat',
  aligned: 'in line',
  mirrored: 'mirrored',
  broken: 'parted',
};

const SPEED = z.number().min(-1e7).max(1e7);
const REACH = z.number().min(0).max(100);

/**
 * The handles of the selected keys: how the two sides depend on each other, for all of them; of one alone the speed it
 * arrives and leaves with and how far that reaches; and what dragging a handle keeps.
 */
export const HandlePopover = memo(function HandlePopover({ found }: { found: SegmentKey[] }) {
  const dispatch = useAppDispatch();
  const [keeps, setKeeps] = useStored<HandleKeeps>('handle-keeps', KEEPS_NOTHING);
  const link = shared(found, ({ key }) => key.link);
  const blend = found.some(({ channel }) => CHANNELS[channel.id].blend);
  const single = found.length === 1 ? found[0]! : null;
  return (
    <Popover
      label="Handles"
      trigger={
        <Button
          small
          className="w-36 justify-between!"
          tip="How the two handles depend on each other; their speed and reach, typed"
          disabledReason={
            (blend && 'This channel has no speed.') ||
            (found.every(({ channel }) => channel.keys.length < 2) && 'A single key has no handles.')
          }
        >
          Handles: {link === null ? 'differ' : LINK_WORDS[link]} <ChevronDown size={12} />
        </Button>
      }
    >
      <div className="mb-3 text-xs">
        <ButtonGroup
          apart
          label="Link of handles"
          value={link ?? ''}
          choices={HandleLink.options.map((id) => ({ id, label: LINK_WORDS[id] }))}
          onChoose={(chosen) =>
            dispatch(applyEdit({ operation: 'setLink', args: [found.map(({ ref }) => ref), chosen] }))
          }
        />
      </div>
      {single && <Numbers found={single} />}
      <p className="mt-3 mb-1 text-xs text-faint">Dragging a handle keeps</p>
      <div className="flex gap-1">
        <Toggle small on={keeps.length} onClick={() => setKeeps({ ...keeps, length: !keeps.length })}>
          its length
        </Toggle>
        <Toggle small on={keeps.angle} onClick={() => setKeeps({ ...keeps, angle: !keeps.angle })}>
          its angle
        </Toggle>
      </div>
      {keeps.length && keeps.angle && <p className="mt-1 text-xs text-ochre">With both kept a drag changes nothing.</p>}
    </Popover>
  );
});

function Numbers({ found }: { found: SegmentKey }) {
  return (
    <>
      <p className="font-semibold">
        {CHANNELS[found.channel.id].label}, key on {found.key.frame}
      </p>
      <p className="mb-2 text-xs text-faint">
        {found.key.link === 'broken'
          ? 'Its two sides are apart.'
          : 'The other side follows by the link; part them to set one alone.'}
      </p>
      <table className="w-full text-xs">
        <thead className="text-faint">
          <tr>
            <td />
            <th scope="col" className="text-left font-normal">
              speed
            </th>
            <th scope="col" className="text-left font-normal">
              reach
            </th>
          </tr>
        </thead>
        <tbody>
          {SIDES.map((side) => (
            <SideRow key={side.side} found={found} {...side} />
          ))}
        </tbody>
      </table>
    </>
  );
}

function SideRow({ found, side, label }: { found: SegmentKey; side: HandleSide; label: string }) {
  const dispatch = useAppDispatch();
  const units = useValueUnits();
  const { rate } = useClock();
  const { channel, index, key, ref } = found;
  const neighbour = channel.keys[side === 'in' ? index - 1 : index + 1];
  const span = neighbour ? Math.abs(neighbour.frame - key.frame) : 0;
  const segment = side === 'in' ? neighbour : key;
  const per = units.per(channel.id);
  if (!neighbour) {
    return (
      <tr>
        <th scope="row" className="py-1 text-left font-normal">
          {label}
        </th>
        <td colSpan={2} className="text-faint">
          no key on this side
        </td>
      </tr>
    );
  }
  const numbers = numbersOfHandle(effectiveHandles(channel.keys, index)[side], span, rate);
  const commit = (change: Partial<HandleNumbers>): void => {
    const next = { ...numbers, ...change };
    // A reach of nothing has no speed: typing one gives it the usual third.
    if (change.speedPerSecond !== undefined && next.reachPercent === 0) next.reachPercent = 100 / 3;
    dispatch(applyEdit({ operation: 'setSpeed', args: [ref, side, next] }));
  };
  return (
    <tr>
      <th scope="row" className="py-1 text-left font-normal">
        {label}
      </th>
      <td className="whitespace-nowrap">
        <DecimalInput
          within={SPEED}
          unit={`${units.label(channel.id)}/s`}
          aria-label={`${label}: speed`}
          className="figures h-7! w-20! text-right"
          value={Math.round(numbers.speedPerSecond * per * 100) / 100}
          onDecimal={(speed) => commit({ speedPerSecond: speed / per })}
        />{' '}
        <span className="text-faint">{units.label(channel.id)}/s</span>
      </td>
      <td className="whitespace-nowrap">
        <DecimalInput
          within={REACH}
          unit="%"
          aria-label={`${label}: reach`}
          className="figures h-7! w-16! text-right"
          value={Math.round(numbers.reachPercent * 100) / 100}
          onDecimal={(reachPercent) => commit({ reachPercent })}
        />{' '}
        <span className="text-faint">%</span>
        {segment?.leave !== 'curve' && <span className="block text-faint">makes it a curve</span>}
      </td>
    </tr>
  );
}
