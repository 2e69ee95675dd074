import { cameraOf, freeSubjectId, type Look } from '@undulan/core';
import { applyEdit, frontChosen, selectMotion, subjectSelected } from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, ButtonGroup } from '../../ui/index.ts';
import { SideView } from './SideView.tsx';

/** The stage from above and from the side; and whether the picture is seen through its camera. */
export function OtherViews() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const limits = useAppSelector((state) => state.document.limits);
  const front = useAppSelector((state) => state.posing.front);
  const camera = cameraOf(motion);
  const add = (): void => {
    const id = freeSubjectId(motion);
    const { widthPx, heightPx } = motion.stage;
    const look: Look = { shape: 'camera', widthPx, heightPx, fill: '#22303c' };
    dispatch(applyEdit({ operation: 'addSubject', args: [{ id, name: 'Camera', look }] }));
    dispatch(subjectSelected(id));
  };
  return (
    <section aria-label="Other views" className="grid gap-1.5">
      <div className="flex items-center justify-between gap-2 text-xs">
        <span className="flex items-center gap-1">
          <h3 className="font-semibold text-faint">Other views</h3>
          <WhatIsThis of="Other views" />
        </span>
        {camera ? (
          <ButtonGroup
            label="The picture is seen"
            value={front ? 'front' : 'camera'}
            choices={[
              { id: 'camera', label: 'through the camera' },
              { id: 'front', label: 'from the front' },
            ]}
            onChoose={(from) => dispatch(frontChosen(from === 'front'))}
          />
        ) : (
          <Button
            small
            tip="Place, zoom, roll and depth of what makes the picture, all to be keyed"
            disabledReason={limits && !limits.subjects && 'The exercise sets the subjects.'}
            onClick={add}
          >
            Add a camera
          </Button>
        )}
      </div>
      <div className="grid grid-cols-2 gap-2">
        <SideView side="above" />
        <SideView side="side" />
      </div>
    </section>
  );
}
