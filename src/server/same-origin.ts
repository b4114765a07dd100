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

/** What answers with data or does work; pages themselves may be linked from anywhere. */
const DATA = /^\/(?:api|media|uploads)(?:\/|$)/;
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * True where a request is not ours to answer: a change that comes from elsewhere, or data that another site asks for.
 */
export function isForeign(method: string, pathname: string, headers: Headers): boolean {
  return READS.has(method) ? DATA.test(pathname) && fromElsewhere(headers) : !fromOurselves(headers);
}

/**
 * True where a browser says that another site asked for this: such a page gets no data and starts no work here, not
 * even by GET.
 */
function fromElsewhere(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}
