import { api, sendJson } from '../shared/api.ts';

/** Opens a session. Throws ApiError with a sentence. */
export async function signIn(email: string, password: string): Promise<void> {
  await api('/api/auth/sign-in/email', sendJson('POST', { email: email.trim().toLowerCase(), password }));
}

/** Ends the session, here and on the server. */
export async function signOut(): Promise<void> {
  await api('/api/auth/sign-out', sendJson('POST', {}));
  window.location.assign('/sign-in');
}
