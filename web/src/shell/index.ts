// What is about every screen: the bar, the account, who may come in.
export { Shell } from './Shell.tsx';
export { ArchiveLink } from './ArchiveLink.tsx';
export { BeginCourseDialog } from './BeginCourseDialog.tsx';
export { PasswordLinkDialog } from './PasswordLinkDialog.tsx';
