// What stands before the door: joining by a link, and the first account of an installation.
export { JoinPage } from './JoinPage.tsx';
export { SetUpPage } from './SetUpPage.tsx';
export { ForgottenPage } from './ForgottenPage.tsx';
export { NewPasswordPage } from './NewPasswordPage.tsx';
