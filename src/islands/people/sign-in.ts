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

/** Changes the password; other sessions end. Throws ApiError, 400 where the one of now is wrong. */
export async function changePassword(currentPassword: string, newPassword: string): Promise<void> {
  const body = { currentPassword, newPassword, revokeOtherSessions: true };
  await api('/api/auth/change-password', sendJson('POST', body));
}
