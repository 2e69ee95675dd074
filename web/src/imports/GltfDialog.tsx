import { type GltfMapping, type GltfView, type MotionDocument, type Rate, type ReadGltf } from '@undulan/core';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { DecimalField, Field, Select, Tick } from '../ui/index.ts';
import { guessGltf, movingNodes, takeGltf } from './gltf-taken.ts';
import { TakenDialog } from './TakenDialog.tsx';
import { Fps, OnFrame } from './within.ts';

const PerUnit = z.number().min(0.001).max(10_000);
const Place = z.number().min(-10_000).max(10_000);

const VIEWS: Record<GltfView, string> = { front: 'from the front', top: 'from above', side: 'from its right' };

interface GltfDialogProps {
  title: string;
  gltf: ReadGltf;
  rate: Rate;
  onTaken: (motion: MotionDocument) => void;
  onClose: () => void;
}

/** Which nodes of an animation are taken, and how its space lies on the stage; what it comes to, moving. */
export function GltfDialog({ title, gltf, rate, onTaken, onClose }: GltfDialogProps) {
  const [number, setNumber] = useState(0);
  const animation = gltf.animations[number]!;
  const [mapping, setMapping] = useState(() => guessGltf(gltf, rate));
  const [thin, setThin] = useState(true);
  const made = useMemo(() => takeGltf(animation, mapping, thin), [animation, mapping, thin]);
  const change = (part: Partial<GltfMapping>): void => setMapping({ ...mapping, ...part });
  const choose = (next: number): void => {
    setNumber(next);
    change({ nodes: movingNodes(gltf.animations[next]!).map(({ index }) => index) });
  };
  const tick = (index: number, on: boolean): void =>
    change({ nodes: on ? [...mapping.nodes, index] : mapping.nodes.filter((other) => other !== index) });
  return (
    <TakenDialog
      title={`From glTF: ${title}`}
      made={made}
      thin={made.ok && made.value.isDense ? thin : null}
      onThin={setThin}
      onTaken={onTaken}
      onClose={onClose}
    >
      {gltf.animations.length > 1 && (
        <Field label="Animation">
          {({ id }) => (
            <Select
              id={id}
              value={number}
              choices={gltf.animations.map(({ name }, i) => ({ id: i, label: name }))}
              onChoose={choose}
            />
          )}
        </Field>
      )}
      <fieldset className="grid max-h-40 content-start gap-1.5 overflow-y-auto text-sm">
        <legend className="mb-1 text-xs font-semibold text-faint">What is taken, a subject each</legend>
        {movingNodes(animation).map(({ index, name }) => (
          <Tick key={index} checked={mapping.nodes.includes(index)} onTick={(on) => tick(index, on)}>
            {name}
          </Tick>
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Looked at">
          {({ id }) => (
            <Select
              id={id}
              value={mapping.view}
              choices={(Object.keys(VIEWS) as GltfView[]).map((view) => ({ id: view, label: VIEWS[view] }))}
              onChoose={(view) => change({ view })}
            />
          )}
        </Field>
        <DecimalField
          label="Pixels a unit"
          within={PerUnit}
          value={mapping.pxPerUnit}
          onDecimal={(pxPerUnit) => change({ pxPerUnit })}
        />
        <DecimalField
          label="Its origin at x, px"
          within={Place}
          value={mapping.origin.x}
          onDecimal={(x) => change({ origin: { ...mapping.origin, x } })}
        />
        <DecimalField
          label="Its origin at y, px"
          within={Place}
          value={mapping.origin.y}
          onDecimal={(y) => change({ origin: { ...mapping.origin, y } })}
        />
        <DecimalField
          label="Frames a second"
          within={Fps}
          value={mapping.rate.num / mapping.rate.den}
          onDecimal={(num) => change({ rate: { num, den: 1 } })}
        />
        <DecimalField
          label="First frame"
          within={OnFrame}
          value={mapping.firstFrame}
          onDecimal={(firstFrame) => change({ firstFrame })}
        />
      </div>
    </TakenDialog>
  );
}
