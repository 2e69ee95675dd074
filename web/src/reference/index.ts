// Footage and sound under the work: on the ruler, beside the picture, heard with the playhead, and turned into cues.
export { ReferenceProvider, useReference } from './reference-context.tsx';
export type { Reference } from './reference-context.tsx';
export { ReferencePanel } from './ReferencePanel.tsx';
export { ReferencePicture, useReferenceGround } from './ReferencePicture.tsx';
export { ReferenceStrip } from './ReferenceStrip.tsx';
export type { ReferenceUse } from './FollowDialog.tsx';
