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
  return !fromElsewhere(headers);
}

/** True where a browser says that another site asked for this: such a page gets no data and starts no work here, not even by GET. */
export function fromElsewhere(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}
