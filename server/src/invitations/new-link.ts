import type { Invitation } from '@undulan/contract';
import { newSecret } from '../people/secrets.ts';
import type { InvitationModel } from './invitation.model.ts';

const DAY_MS = 24 * 60 * 60 * 1000;
/** As many letters of base64url as a link ends with. */
const CODE_BYTES = 18;

/** A link that nobody can guess, for so many days. */
export function newLink(days: number): Pick<InvitationModel, 'code' | 'endsAt'> {
  return { code: newSecret(CODE_BYTES), endsAt: new Date(Date.now() + days * DAY_MS) };
}

export function showInvitation({ id, to, code, role, places, used, endsAt }: InvitationModel): Invitation {
  return { id, to, code, role, places, used, endsAt: endsAt.toISOString() };
}
