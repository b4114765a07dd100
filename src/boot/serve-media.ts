import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { pipeline } from 'node:stream';
import type { FileStore } from '../media/file-store.ts';

const TYPES: Readonly<Record<string, string>> = {
  mp4: 'video/mp4',
  mov: 'video/mp4',
  mkv: 'video/x-matroska',
  jpg: 'image/jpeg',
  webm: 'video/webm',
  wav: 'audio/wav',
  flac: 'audio/flac',
  mp3: 'audio/mpeg',
  m4a: 'audio/mp4',
  ogg: 'audio/ogg',
  opus: 'audio/ogg',
  aac: 'audio/aac',
  pdf: 'application/pdf',
};
const PATH = /^\/media\/([0-9a-f]{64})\.([a-z0-9]{2,5})$/;

/**
 * Serves a kept file with byte ranges (RFC 9110). It stands before the web framework because a stream handed to it has
 * no backpressure. False where the path is not for it. `mayHave` says whether whoever asks may have the file; one that
 * they may not have is not there for them.
 */
export async function serveMedia(
  store: FileStore,
  request: IncomingMessage,
  response: ServerResponse,
  mayHave: (sha256: string) => Promise<boolean> = () => Promise.resolve(true),
): Promise<boolean> {
  const url = new URL(request.url ?? '/', 'http://localhost');
  const match = PATH.exec(url.pathname);
  if (match === null) return false;
  const [, sha256 = '', extension = ''] = match;
  const path = store.pathOf(sha256, extension);
  const there = await stat(path).then(
    (s) => s.size,
    () => null,
  );
  const size = there !== null && (await mayHave(sha256)) ? there : null;
  if (size === null || (request.method !== 'GET' && request.method !== 'HEAD')) {
    response.writeHead(size === null ? 404 : 405).end();
    return true;
  }
  const range = rangeOf(request.headers.range, size);
  // What is not sound or picture is handed out to be saved, never shown: it came from outside.
  const shown = extension in TYPES && extension !== 'pdf';
  const headers: Record<string, string> = {
    'Content-Type': TYPES[extension] ?? 'application/octet-stream',
    'Accept-Ranges': 'bytes',
    ETag: `"${sha256}"`,
    'Cache-Control': 'private, max-age=31536000, immutable',
    'Cross-Origin-Resource-Policy': 'same-origin',
    'X-Content-Type-Options': 'nosniff',
  };
  const name = url.searchParams.get('as');
  if (name !== null || !shown)
    headers['Content-Disposition'] =
      `attachment; filename*=UTF-8''${encodeURIComponent((name ?? `file.${extension}`).slice(0, 120))}`;
  if (range === 'unsatisfiable') {
    response.writeHead(416, { ...headers, 'Content-Range': `bytes */${size}` }).end();
    return true;
  }
  const { start, end } = range ?? { start: 0, end: size - 1 };
  if (range !== null) headers['Content-Range'] = `bytes ${start}-${end}/${size}`;
  response.writeHead(range === null ? 200 : 206, { ...headers, 'Content-Length': String(end - start + 1) });
  if (request.method === 'HEAD') response.end();
  else pipeline(createReadStream(path, { start, end }), response, () => undefined);
  return true;
}

/** One byte range; null where the whole file is meant. Several ranges at once are answered with the whole file. */
export function rangeOf(
  header: string | undefined,
  size: number,
): { start: number; end: number } | 'unsatisfiable' | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? '');
  if (match === null || (match[1] === '' && match[2] === '')) return null;
  const start = match[1] === '' ? Math.max(0, size - Number(match[2])) : Number(match[1]);
  const end = match[1] === '' || match[2] === '' ? size - 1 : Math.min(size - 1, Number(match[2]));
  return start > end || start >= size ? 'unsatisfiable' : { start, end };
}
