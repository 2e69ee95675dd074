// Drills by name, in words and in the address; those that are set.
export { drillPath, fromAddress, toAddress } from './drill-address.ts';
export {
  byTrained,
  DRILLS,
  drillName,
  FAULTS,
  resultWords,
  sizeWords,
  trainedName,
  truthWords,
  unitOf,
} from './drill-words.ts';
export { DrillSelect } from './DrillSelect.tsx';
export { SetDrills } from './SetDrills.tsx';
