// A class in session: one leads from the Lectern, the others follow.
export type { ClassConnection, ClassNow } from './class-connection.ts';
export { AskPanel } from './AskPanel.tsx';
export { ClassPage } from './ClassPage.tsx';
export { LeadBar } from './LeadBar.tsx';
export { useClassConnection, useClassNow } from './use-class.ts';
export { useLeading } from './use-leading.ts';
