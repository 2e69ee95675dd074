import { ChevronDown } from 'lucide-react';
import { applyEdit, channelSelected, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Menu, MenuHeading, MenuItem } from '../../ui/index.ts';

/**
 * How the selected subject's move is written down: x and y together or apart, as keys of its position or as travel
 * along a path. None of it changes the motion.
 */
export function MoveMenu() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const subject = motion?.subjects.find((other) => other.id === subjectId);
  const none = !subject && 'No subject is selected.';
  const guide = subject?.guide && motion?.guides.find((path) => path.id === subject.guide!.pathId);
  const ontoPath = (): void => {
    if (!subject) return;
    const pathId = `way-${crypto.randomUUID().slice(0, 8)}`;
    dispatch(applyEdit({ operation: 'moveOntoGuide', args: [subject.id, pathId] }));
    // The move that was looked at is now that.
    dispatch(channelSelected('travel'));
  };
  return (
    <Menu
      trigger={
        <Button small>
          Move <ChevronDown size={12} />
        </Button>
      }
    >
      <MenuHeading>{subject ? `${subject.name}: nothing moves by this` : 'Nothing moves by this'}</MenuHeading>
      <MenuItem
        onSelect={() => subject && dispatch(applyEdit({ operation: 'joinPosition', args: [subject.id] }))}
        disabledReason={none || (subject?.positionJoined && 'They are keyed together.')}
      >
        Key x and y together
      </MenuItem>
      <MenuItem
        onSelect={() => subject && dispatch(applyEdit({ operation: 'splitPosition', args: [subject.id] }))}
        disabledReason={none || (!subject?.positionJoined && 'They are keyed apart.')}
      >
        Key x and y apart
      </MenuItem>
      <MenuItem onSelect={ontoPath} disabledReason={none || (guide && `It is on the path "${guide.name}".`)}>
        Put the move on a path of its own
      </MenuItem>
      <MenuItem
        onSelect={() => subject && dispatch(applyEdit({ operation: 'moveOffGuide', args: [subject.id] }))}
        disabledReason={none || (!guide && 'It is on no path.')}
      >
        Take it off the path, into keys
      </MenuItem>
    </Menu>
  );
}
