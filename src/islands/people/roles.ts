import type { Role } from '../../contract/wire.ts';

export const ROLE_SAYS: Readonly<Record<Role, string>> = {
  owner: 'owners change everything, and who is in the studio.',
  editor: 'editors change everything but who is in the studio.',
  viewer: 'viewers see and download everything and change nothing.',
};

/** Who looks at the page. */
export interface Me {
  readonly id: string;
  readonly name: string;
  readonly studio: string;
  readonly role: Role;
}
