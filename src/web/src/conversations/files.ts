import { v7 as newId } from 'uuid';
import { type FileView, api, taken } from '../api/client';

/** Sends a file to the server; it is on no entry yet. */
export const upload = (file: File): Promise<FileView> =>
  taken(
    api.POST('/api/files/{id}', {
      params: { path: { id: newId() }, query: { name: file.name } },
      body: file as unknown as undefined,
      bodySerializer: (body: unknown) => body as BodyInit,
      headers: { 'Content-Type': file.type || 'application/octet-stream' },
    } as never),
  );

/** "12 kB", "3.4 MB". */
export const sizeInWords = (bytes: number) =>
  bytes < 1000
    ? `${bytes} B`
    : bytes < 1_000_000
      ? `${Math.round(bytes / 1000)} kB`
      : `${(bytes / 1_000_000).toFixed(1)} MB`;
