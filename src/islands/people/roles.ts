/** What somebody may do in a studio. */
export type Role = 'owner' | 'editor' | 'viewer';
export const ROLES: readonly Role[] = ['owner', 'editor', 'viewer'];

export const ROLE_SAYS: Readonly<Record<Role, string>> = {
  owner: 'owners change everything, and who is in the studio.',
  editor: 'editors change everything but who is in the studio.',
  viewer: 'viewers see and download everything and change nothing.',
};

/** Somebody of the studio, as the server lists them. */
export interface Member {
  readonly personId: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** Somebody who was given a link that was not used yet. */
export interface Invitation {
  readonly id: string;
  readonly email: string;
  readonly role: Role;
  readonly expiresAt: Date | string;
}

/** Who looks at the page. */
export interface Me {
  readonly id: string;
  readonly name: string;
  readonly studio: string;
  readonly role: Role;
}
