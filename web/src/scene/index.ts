export { TimeFields } from './TimeFields.tsx';
export { StageFields } from './StageFields.tsx';
export { SubjectFields } from './SubjectFields.tsx';
export { SubjectList } from './SubjectList.tsx';
export { HangingFields } from './HangingFields.tsx';
