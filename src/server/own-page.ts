/** True where a request that changes something comes from our own pages, or from a program that is no browser. */
export function fromOurselves(headers: Headers): boolean {
  const origin = headers.get('origin');
  if (origin !== null) {
    try {
      return new URL(origin).host === headers.get('host');
    } catch {
      return false;
    }
  }
  const site = headers.get('sec-fetch-site');
  return site === null || site === 'same-origin' || site === 'none';
}
