import type { UnitRole } from '@badger/core/job/roles';
import type { Problem } from '@badger/core/base/result';
import { sendBytes, type Sent } from '$lib/features/live/send.ts';
import type { RegionData } from '$lib/job-types.ts';

export interface DropTarget {
  readonly jobNumber: number;
  readonly role: UnitRole;
  readonly regions: readonly RegionData[];
}

/** What the server says of a file that it took. */
export interface UploadedFile {
  readonly number: number;
  /** It is a read that is kept already. */
  readonly known: boolean;
}

interface DroppedFile {
  readonly file: File;
  readonly isDirectory: boolean;
}

/** Files of a drop or a choice; a dropped folder is told apart from a file. */
function listFiles(items: DataTransfer | FileList): DroppedFile[] {
  if (!('items' in items)) return [...items].map((file) => ({ file, isDirectory: false }));
  return [...items.items].flatMap((item) => {
    const file = item.getAsFile();
    if (!file) return [];
    return [{ file, isDirectory: item.webkitGetAsEntry()?.isDirectory ?? false }];
  });
}

/** Sends dropped files as reads, each to the region whose size it has. Gives every problem with its file name. */
export async function uploadFiles(
  target: DropTarget,
  items: DataTransfer | FileList
): Promise<readonly { name: string; sent: Sent<UploadedFile> }[]> {
  const results: { name: string; sent: Sent<UploadedFile> }[] = [];
  for (const { file, isDirectory } of listFiles(items)) {
    const sent = isDirectory ? folder(file.name) : await uploadFile(target, file);
    results.push({ name: file.name, sent });
  }
  return results;
}

async function uploadFile(target: DropTarget, file: File): Promise<Sent<UploadedFile>> {
  const region = target.regions.find((r) => r.lengthBytes === file.size) ?? target.regions.at(-1);
  const largest = Math.max(...target.regions.map((r) => r.lengthBytes));
  if (region && file.size > 32 * 1024 * 1024 && file.size > largest) {
    const params = { found: file.size, most: 32 * 1024 * 1024, region: region.name };
    return { ok: false, problem: { code: 'image.size.huge', params } };
  }
  try {
    // a folder that calls itself a file, or one that vanished, fails here and not in the middle of the sending
    await file.slice(0, 1).arrayBuffer();
  } catch {
    return folder(file.name);
  }
  const query = new URLSearchParams({
    role: target.role,
    region: region?.id ?? '',
    name: file.name,
    modified: String(file.lastModified)
  });
  return sendBytes(`/api/jobs/${target.jobNumber}/reads?${query}`, file);
}

function folder(name: string): { ok: false; problem: Problem } {
  return { ok: false, problem: { code: 'upload.file.directory', params: { name } } };
}
