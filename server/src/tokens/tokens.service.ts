import { type AccessToken, type MadeToken, type NewToken, OPERATIONS } from '@undulan/contract';
import { ProblemError } from '../http/problem-error.ts';
import { hashOfSecret, newSecret } from '../people/secrets.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { TokenModel } from './token.model.ts';

/** Told apart from passwords and other secrets where one lies about. */
const PREFIX = 'undulan_';
const TOKEN_BYTES = 30;
/** The last use is written down this often, not at every call. */
const USED_MS = 60_000;

const show = ({ id, name, scope, createdAt, usedAt }: TokenModel): AccessToken => ({
  id,
  name,
  scope,
  createdAt: createdAt.toISOString(),
  usedAt: usedAt?.toISOString() ?? null,
});

export async function tokensOf(personId: string): Promise<AccessToken[]> {
  return (await TokenModel.findAll({ where: { personId }, order: [['createdAt', 'DESC']] })).map(show);
}

/** Makes a token, which is told this once. */
export async function makeToken(personId: string, { name, scope }: NewToken): Promise<MadeToken> {
  refuseBeyond('tokens', await TokenModel.count({ where: { personId } }));
  const token = PREFIX + newSecret(TOKEN_BYTES);
  return { ...show(await TokenModel.create({ personId, name, scope, tokenHash: hashOfSecret(token) })), token };
}

/** Ends a token at once. Throws `not-found`. */
export async function revokeToken(personId: string, id: string): Promise<void> {
  if ((await TokenModel.destroy({ where: { id, personId } })) === 0)
    throw new ProblemError('not-found', 'There is no such token of yours.');
}

/** The paths that tokens open, as they are asked for. */
const OPENED = OPERATIONS.map(({ method, path, scope }) => ({
  method: method.toUpperCase(),
  path: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`),
  scope,
}));

/**
 * Whose token it is, for a call of this method and path. Throws `not-signed-in` for one that is none, `forbidden` for
 * what it does not open.
 */
export async function personByToken(token: string, method: string, path: string): Promise<string> {
  const found = token.startsWith(PREFIX)
    ? await TokenModel.findOne({ where: { tokenHash: hashOfSecret(token) } })
    : null;
  if (!found) throw new ProblemError('not-signed-in', 'This access token is not known: it may have been revoked.');
  const opened = OPENED.find((operation) => operation.method === method && operation.path.test(path));
  if (!opened || (opened.scope === 'hand-in' && found.scope !== 'hand-in'))
    throw new ProblemError('forbidden', 'An access token of this kind does not open this: see /openapi.json.');
  if (!found.usedAt || Date.now() - found.usedAt.getTime() > USED_MS) await found.update({ usedAt: new Date() });
  return found.personId;
}
