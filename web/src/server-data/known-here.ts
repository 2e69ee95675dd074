import { SIGNED_IN_MARK } from '@undulan/contract';

/** Whether somebody signed in with this browser, so that it is worth asking who is there. */
export const isKnownHere = (): boolean => document.cookie.includes(`${SIGNED_IN_MARK}=`);
