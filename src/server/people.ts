import { hash } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import {
  type Invitation,
  type Member,
  type Role,
  acceptInvitation,
  deleteInvitation,
  invitationBy,
  lockMembers,
  membersOfStudio,
  openInvitations,
  putInvitation,
  removeMember,
  renameStudio,
  setRole,
} from '../db/people-sql.ts';
import { inTransaction } from '../db/pool.ts';
import { asProgram, scopeNow } from '../db/studio-scope.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkId } from './workouts.ts';

const INVITED_FOR_DAYS = 14;
const TOKEN_BYTES = 24;

type Asked = Pick<Invitation, 'id' | 'email' | 'role' | 'expiresAt'>;

/** Who is in the studio, and who was asked to come. */
export async function peopleOf(context: Context): Promise<{ members: Member[]; invitations: Asked[] }> {
  const [members, invitations] = await Promise.all([membersOfStudio(context.pool), openInvitations(context.pool)]);
  return {
    members,
    invitations: invitations.map(({ id, email, role, expiresAt }) => ({ id, email, role, expiresAt })),
  };
}

const sumOf = (token: string) => createHash('sha256').update(token).digest('hex');

/**
 * Invites somebody into the studio. Returns the path of the link that is given to them; it works once, for two weeks.
 */
export async function invite(context: Context, body: unknown): Promise<string> {
  const { email, role } = checked('invite', body);
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  await putInvitation(context.pool, {
    email: email.trim().toLowerCase(),
    role,
    tokenSha256: sumOf(token),
    days: INVITED_FOR_DAYS,
  });
  return `/join/${token}`;
}

export async function takeBackInvitation(context: Context, id: string | undefined): Promise<void> {
  if (!(await deleteInvitation(context.pool, checkId(id, 'invitation'))))
    throw new Refusal(404, 'There is no such invitation.');
}

export async function nameStudio(context: Context, body: unknown): Promise<void> {
  const { studio } = checked('nameStudio', body);
  const scope = scopeNow();
  if (scope !== null) await renameStudio(context.pool, scope.studioId, studio.trim());
}

export async function changeRole(context: Context, personId: string | undefined, body: unknown): Promise<void> {
  const { role } = checked('changeRole', body);
  await changeMember(context, personId, role);
}

/** Takes somebody out of the studio. What they made stays. */
export async function letGo(context: Context, personId: string | undefined): Promise<void> {
  await changeMember(context, personId, null);
}

/** Changes somebody's role; `role` null: they are taken out of the studio. */
async function changeMember(context: Context, personId: string | undefined, role: Role | null): Promise<void> {
  const id = checkId(personId, 'person');
  await inTransaction(context.pool, async (db) => {
    const members = await lockMembers(db);
    if (!members.some((m) => m.personId === id)) throw new Refusal(404, 'There is no such person in this studio.');
    const owners = members.filter((m) => m.role === 'owner' && m.personId !== id);
    if (role !== 'owner' && owners.length === 0)
      throw new Refusal(409, 'A studio needs an owner. Make somebody else an owner first.');
    if (role === null) await removeMember(db, id);
    else await setRole(db, id, role);
  });
}

/** What a link invites to; null where it does not work, or no longer. Whoever has the link is in no studio yet. */
export async function invitationTo(context: Context, token: string | undefined): Promise<Invitation | null> {
  return token === undefined ? null : asProgram(() => invitationBy(context.pool, sumOf(token)));
}

/** Makes the account that a link invites to. */
export async function join(context: Context, token: string | undefined, body: unknown): Promise<{ email: string }> {
  const { name, password } = checked('join', body);
  const passwordHash = await hash(password);
  return asProgram(() =>
    inTransaction(context.pool, async (db) => {
      const invitation = await invitationBy(db, sumOf(token ?? ''));
      if (invitation === null) throw new Refusal(404, 'This link does not work any more. Ask for a new one.');
      if (!(await acceptInvitation(db, invitation, name.trim(), passwordHash)))
        throw new Refusal(409, 'There is an account with this address already. Sign in with it.');
      return { email: invitation.email };
    }),
  );
}
