import type { Db } from './pool.ts';

/** What somebody may do in a studio: everything and the people in it, everything but the people, only look. */
export type Role = 'owner' | 'editor' | 'viewer';

export interface Member {
  readonly personId: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

export interface Invitation {
  readonly id: string;
  readonly studioId: string;
  readonly studio: string;
  readonly email: string;
  readonly role: Role;
  readonly expiresAt: Date;
}

/** In which studio somebody works, and as what; null: in none (any more). */
export async function memberOf(
  db: Db,
  personId: string,
): Promise<{ studioId: string; studio: string; role: Role } | null> {
  const { rows } = await db.query<{ studioId: string; studio: string; role: Role }>(
    `SELECT m.studio_id AS "studioId", s.name AS studio, m.role FROM members m JOIN studios s ON s.id = m.studio_id
     WHERE m.person_id = $1`,
    [personId],
  );
  return rows[0] ?? null;
}

export async function membersOfStudio(db: Db): Promise<Member[]> {
  return (
    await db.query<Member>(
      `SELECT m.person_id AS "personId", p.name, p.email, m.role
       FROM members m JOIN people p ON p.id = m.person_id ORDER BY m.joined_at, p.name`,
    )
  ).rows;
}

/**
 * The members of the studio, locked until the transaction ends, so that two changes cannot leave it without an owner.
 */
export async function lockMembers(db: Db): Promise<{ personId: string; role: Role }[]> {
  return (
    await db.query<{ personId: string; role: Role }>('SELECT person_id AS "personId", role FROM members FOR UPDATE')
  ).rows;
}

export async function setRole(db: Db, personId: string, role: Role): Promise<void> {
  await db.query('UPDATE members SET role = $2 WHERE person_id = $1', [personId, role]);
}

export async function removeMember(db: Db, personId: string): Promise<void> {
  await db.query('DELETE FROM members WHERE person_id = $1', [personId]);
}

const INVITATION = `i.id, i.studio_id AS "studioId", s.name AS studio, i.email, i.role, i.expires_at AS "expiresAt"
  FROM invitations i JOIN studios s ON s.id = i.studio_id`;

/** Invites an address into the studio, instead of an earlier invitation of the same address. */
export async function putInvitation(
  db: Db,
  i: { email: string; role: Role; tokenSha256: string; days: number },
): Promise<void> {
  await db.query(
    `INSERT INTO invitations (email, role, token_sha256, expires_at)
     VALUES ($1, $2, $3, now() + make_interval(days => $4))
     ON CONFLICT (studio_id, email) DO UPDATE SET role = $2, token_sha256 = $3,
     expires_at = now() + make_interval(days => $4)`,
    [i.email, i.role, i.tokenSha256, i.days],
  );
}

export async function openInvitations(db: Db): Promise<Invitation[]> {
  return (await db.query<Invitation>(`SELECT ${INVITATION} WHERE i.expires_at > now() ORDER BY i.created_at`)).rows;
}

export async function deleteInvitation(db: Db, id: string): Promise<boolean> {
  return ((await db.query('DELETE FROM invitations WHERE id = $1', [id])).rowCount ?? 0) > 0;
}

/** The invitation that a token opens; null where there is none, or it has run out. */
export async function invitationBy(db: Db, tokenSha256: string): Promise<Invitation | null> {
  const { rows } = await db.query<Invitation>(
    `SELECT ${INVITATION} WHERE i.token_sha256 = $1 AND i.expires_at > now()`,
    [tokenSha256],
  );
  return rows[0] ?? null;
}

/**
 * Makes an account of an invitation, in the transaction of `db`, and takes the invitation away. Whoever was let go of a
 * studio has an account and works nowhere: it is theirs again, with the new name and password. False where somebody who
 * works in a studio has this address.
 */
export async function acceptInvitation(db: Db, i: Invitation, name: string, passwordHash: string): Promise<boolean> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO people (name, email, email_verified) VALUES ($1, $2, false)
     ON CONFLICT (email) DO UPDATE SET name = EXCLUDED.name
       WHERE NOT EXISTS (SELECT 1 FROM members m WHERE m.person_id = people.id) RETURNING id`,
    [name, i.email],
  );
  const id = rows[0]?.id;
  if (id === undefined) return false;
  // Nothing that was opened with an earlier password stays open.
  for (const table of ['sessions', 'sign_ins']) await db.query(`DELETE FROM ${table} WHERE person_id = $1`, [id]);
  await db.query(
    "INSERT INTO sign_ins (person_id, account_id, provider, password) VALUES ($1::uuid, $1::text, 'credential', $2)",
    [id, passwordHash],
  );
  await db.query('INSERT INTO members (person_id, studio_id, role) VALUES ($1, $2, $3)', [id, i.studioId, i.role]);
  await db.query('DELETE FROM invitations WHERE id = $1', [i.id]);
  return true;
}

/** Gives the studio (of the scope) another name. */
export async function renameStudio(db: Db, studioId: string, name: string): Promise<void> {
  await db.query('UPDATE studios SET name = $2 WHERE id = $1', [studioId, name]);
}

/** The studio of a name, made where there is none. */
export async function studioNamed(db: Db, name: string): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `WITH found AS (SELECT id FROM studios WHERE lower(name) = lower($1)),
          made AS (INSERT INTO studios (name) SELECT $1 WHERE NOT EXISTS (SELECT 1 FROM found) RETURNING id)
     SELECT id FROM found UNION ALL SELECT id FROM made LIMIT 1`,
    [name],
  );
  return rows[0]!.id;
}

/** The studio that a workout is of; null where there is no such workout. */
export async function studioOfWorkout(db: Db, workoutId: string): Promise<string | null> {
  const { rows } = await db.query<{ studioId: string }>('SELECT studio_id AS "studioId" FROM workouts WHERE id = $1', [
    workoutId,
  ]);
  return rows[0]?.studioId ?? null;
}

/** True where somebody of the studio (of the scope) may have this file: something of the studio refers to it. */
export async function isOfStudio(db: Db, sha256: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `SELECT 1 FROM takes WHERE $1 IN (sha256, proxy_sha256, thumbs_sha256)
     UNION ALL SELECT 1 FROM tracks WHERE $1 IN (sha256, proof_sha256)
     UNION ALL SELECT 1 FROM renders WHERE sha256 = $1 LIMIT 1`,
    [sha256],
  );
  return (rowCount ?? 0) > 0;
}
