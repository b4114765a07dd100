import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { scopeNow } from '../db/studio-scope.ts';
import { LARGEST_TAKE } from '../server/takes.ts';

/** Where uploads that can be resumed come in (tus protocol 1.0). */
export const UPLOADS_PATH = '/uploads';

const NOT_FOUND = Object.assign(new Error('no such upload'), { status_code: 404, body: 'There is no such upload.' });

/**
 * Takes uploads in pieces and keeps what has come across lost connections and restarts. False where the path is not for
 * it.
 */
export function serveUploads(
  folder: string,
  checkRoom: (bytes: number) => Promise<string | null> = () => Promise.resolve(null),
): (request: IncomingMessage, response: ServerResponse) => boolean {
  // Absolute addresses would hold this machine's name; the page asks where it is itself.
  const datastore = new FileStore({ directory: folder });
  const tus = new Server({
    path: UPLOADS_PATH,
    datastore,
    maxSize: LARGEST_TAKE,
    relativeLocation: true,
    // Whether there is room is said before the first byte is sent.
    async onUploadCreate(_request, upload) {
      const full = await checkRoom(upload.size ?? 0);
      // The shape that the upload server answers with.
      if (full !== null) throw Object.assign(new Error(full), { status_code: 507, body: full });
      // Whose it is: another studio does not find it.
      return { metadata: { ...upload.metadata, studio: scopeNow()?.studioId ?? null } };
    },
    async onIncomingRequest(_request, id) {
      const upload = await datastore.getUpload(id).catch(() => null);
      if (upload !== null && (upload.metadata?.studio ?? null) !== (scopeNow()?.studioId ?? null)) throw NOT_FOUND;
    },
  });
  return (request, response) => {
    if (!/^\/uploads(\/|$)/.test(request.url ?? '')) return false;
    tus.handle(request, response).catch(() => {
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
    return true;
  };
}
