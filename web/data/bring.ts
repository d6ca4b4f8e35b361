/** Sending a file, with how far it is. */
import type { BroughtFile } from '@zud/core/contract/imports';
import { ProblemError } from '../app/api';

/**
 * @param onProgress part of the file that is sent
 * @throws ProblemError where the server refuses it, or is not reached
 */
export function bring(
  file: Blob,
  filename: string,
  onProgress: (part: number) => void,
  signal: AbortSignal,
): Promise<BroughtFile> {
  return new Promise((resolve, reject) => {
    // fetch tells nothing of how far it is
    const request = new XMLHttpRequest();
    request.open('POST', `/api/imports?filename=${encodeURIComponent(filename)}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.responseType = 'json';
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    request.onload = () => {
      const body = (request.response ?? {}) as { title?: string; detail?: string };
      if (request.status < 300) resolve(request.response as BroughtFile);
      else
        reject(
          new ProblemError(
            request.status,
            body.title ?? 'The file was not taken in',
            body.detail ?? 'The server gave no reason. Nothing was loaded; try again.',
          ),
        );
    };
    request.onerror = () =>
      reject(
        new ProblemError(0, 'No connection', 'The server cannot be reached just now. Nothing was loaded; try again.'),
      );
    request.onabort = () => reject(new DOMException('Stopped', 'AbortError'));
    signal.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}
