import { createDrill, type Drill, DRILL_FAULTS, DRILL_KINDS } from '@undulan/core';
import { Select } from '../ui/index.ts';
import { fromAddress, toAddress } from './drill-address.ts';
import { drillName } from './drill-words.ts';

/** Every drill there is: each kind, and of faults each one alone. */
const ALL: readonly Drill[] = [
  ...DRILL_KINDS.map((kind) => createDrill(kind)),
  ...DRILL_FAULTS.map((fault) => createDrill('spot-the-fault', fault)),
];

interface DrillSelectProps {
  id: string;
  value: Drill | null;
  onChoose: (drill: Drill | null) => void;
}

/** One of the drills, or none. */
export function DrillSelect({ id, value, onChoose }: DrillSelectProps) {
  return (
    <Select
      id={id}
      value={value ? toAddress(value) : ''}
      choices={[{ id: '', label: 'none' }, ...ALL.map((drill) => ({ id: toAddress(drill), label: drillName(drill) }))]}
      onChoose={(address) => onChoose(fromAddress(address))}
    />
  );
}
