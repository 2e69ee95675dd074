import type { KeyRef, PasteMode } from '@undulan/core';
import {
  applyEdit,
  copySelected,
  keysSelected,
  selectActiveChannel,
  selectMotion,
  selectOpenChannels,
} from '../../editing/index.ts';
import { useShortcuts } from '../../keyboard/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { keysByFrame } from './keys-by-frame.ts';

/** Everything that is done with keys as a whole, for menus and shortcuts alike. */
export function useKeyCommands() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion);
  const channels = useAppSelector(selectOpenChannels);
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const clip = useAppSelector((state) => state.carried.keys);
  const refused = useAppSelector((state) => state.gesture.refused);
  const subjectId = useAppSelector((state) => state.selection.subjectId);

  const keysWhere = (isIn: (frame: number) => boolean): KeyRef[] =>
    motion ? [...keysByFrame(motion, channels)].flatMap(([frame, keys]) => (isIn(frame) ? keys : [])) : [];
  const select = (keys: KeyRef[]): void => void dispatch(keysSelected({ keys }));
  const here = (): number => clock.frame;
  const hasSelection = selectedKeys.length > 0;
  const hasClip = clip !== null && clip.channels.length > 0;

  const commands = {
    selectAll: () => select(keysWhere(() => true)),
    selectFrame: () => select(keysWhere((frame) => frame === here())),
    selectAfter: () => select(keysWhere((frame) => frame >= here())),
    selectBefore: () => select(keysWhere((frame) => frame <= here())),
    letGo: () => select([]),
    copy: () => void dispatch(copySelected()),
    cut: () => {
      dispatch(copySelected());
      dispatch(applyEdit({ operation: 'cutKeys', args: [selectedKeys] }));
    },
    paste: (mode: PasteMode) => clip && dispatch(applyEdit({ operation: 'pasteKeys', args: [clip, here(), mode] })),
    pasteOnto: () =>
      clip &&
      subjectId &&
      activeId &&
      dispatch(applyEdit({ operation: 'pasteOnto', args: [clip, { subjectId, channelId: activeId }, here()] })),
    duplicate: () => void dispatch(applyEdit({ operation: 'duplicateKeys', args: [selectedKeys, here()] })),
    closeLoop: () => void dispatch(applyEdit({ operation: 'closeLoop', args: [channels] })),
    remove: () => void dispatch(applyEdit({ operation: 'deleteKeys', args: [selectedKeys] })),
  };
  return { ...commands, hasSelection, hasClip, activeId, isRefused: refused !== null };
}

export type KeyCommands = ReturnType<typeof useKeyCommands>;

/** The shortcuts of the key commands; to be used once a page. */
export function useKeyShortcuts(commands: KeyCommands): void {
  const { hasSelection, hasClip, isRefused } = commands;
  useShortcuts({
    selectAll: commands.selectAll,
    selectFrame: commands.selectFrame,
    selectAfter: commands.selectAfter,
    ...((hasSelection || isRefused) && { letGo: commands.letGo }),
    ...(hasSelection && {
      copyKeys: commands.copy,
      cutKeys: commands.cut,
      duplicateKeys: commands.duplicate,
      deleteKeys: commands.remove,
    }),
    ...(hasClip && { pasteKeys: () => commands.paste('merge') }),
  });
}
