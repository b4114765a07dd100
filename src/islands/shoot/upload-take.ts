import { type DetailedError, Upload } from 'tus-js-client';
import { ApiError } from '../shared/api.ts';

/** A file on its way that can pause, go on, and be taken up again after a lost connection or another day. */
export interface TakeUpload {
  /** The upload's id once everything has come. Rejects with ApiError when it is stopped or cannot go on. */
  readonly done: Promise<string>;
  readonly pause: () => void;
  readonly resume: () => void;
  readonly stop: () => void;
}

/** Pieces this large: a lost connection costs one of them at most. */
const PIECE_BYTES = 16 * 2 ** 20;
const RETRY_MS = [300, 1_000, 3_000, 5_000, 10_000, 20_000, 30_000];

/** A disk without room says so, and asking again does not help. */
function noRoom(error: Error | DetailedError): ApiError | null {
  const response = 'originalResponse' in error ? error.originalResponse : null;
  return response?.getStatus() === 507 ? new ApiError(507, response.getBody(), null) : null;
}

/** Sends a file by the tus protocol. What had come of the same file before is not sent again. */
export function uploadTake(file: File, onProgress: (share: number) => void): TakeUpload {
  let reject: (error: ApiError) => void = () => undefined;
  let upload: Upload;
  const done = new Promise<string>((resolve, refuse) => {
    reject = refuse;
    upload = new Upload(file, {
      endpoint: '/uploads',
      chunkSize: PIECE_BYTES,
      retryDelays: RETRY_MS,
      onShouldRetry: (error) => noRoom(error) === null,
      removeFingerprintOnSuccess: true,
      metadata: { filename: file.name },
      onProgress: (sent, whole) => onProgress(whole === 0 ? 1 : sent / whole),
      onSuccess: () => resolve(upload.url?.split('/').at(-1) ?? ''),
      onError: (error) =>
        refuse(
          noRoom(error) ??
            new ApiError(
              0,
              `The upload cannot go on now (${error.message.split(',')[0] ?? 'no connection'}). ` +
                'What has come is kept: bring the same file in again and it goes on from there.',
              null,
            ),
        ),
    });
    void upload.findPreviousUploads().then((earlier) => {
      const last = earlier.sort((a, b) => b.creationTime.localeCompare(a.creationTime))[0];
      if (last !== undefined) upload.resumeFromPreviousUpload(last);
      upload.start();
    });
  });
  return {
    done,
    pause: () => void upload.abort(),
    resume: () => upload.start(),
    stop: () =>
      void upload
        .abort()
        .then(() =>
          reject(
            new ApiError(
              0,
              'Stopped. What has come is kept: bring the same file in again and it goes on from there.',
              null,
            ),
          ),
        ),
  };
}
