// What is done with stage, time and subjects.
export { HangingFields } from './HangingFields.tsx';
export { StageFields } from './StageFields.tsx';
export { SubjectFields } from './SubjectFields.tsx';
export { SubjectList } from './SubjectList.tsx';
export { TimeFields } from './TimeFields.tsx';
