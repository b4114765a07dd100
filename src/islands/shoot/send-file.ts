import type { ProblemDetails } from '../../contract/problem.ts';
import { ApiError } from '../shared/api.ts';

/**
 * Sends a file as it is, with progress. Fetch cannot tell how much of a body was sent, so this is the older request.
 */
export function sendFile<T>(
  url: string,
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', url);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.upload.onprogress = (e) => onProgress(e.total === 0 ? 1 : e.loaded / e.total);
    request.onload = () => {
      let body: unknown = null;
      try {
        body = JSON.parse(request.responseText);
      } catch {
        /* not JSON: the status says enough */
      }
      if (request.status < 300) resolve(body as T);
      else
        reject(
          new ApiError(
            request.status,
            (body as Partial<ProblemDetails> | null)?.detail ?? `The server answered ${request.status}.`,
            null,
          ),
        );
    };
    request.onerror = () => reject(new ApiError(0, 'The connection was lost. Bring the file in again.', null));
    request.onabort = () => reject(new ApiError(0, 'Stopped. Nothing was kept.', null));
    signal.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}
