import { sendBytes, type Sent } from '$lib/features/live/send.ts';

export type PhotoKind = 'label' | 'board' | 'damage' | 'vehicle' | 'parcel' | 'proof' | 'other';

export const PHOTO_KINDS: readonly { readonly id: PhotoKind; readonly name: string }[] = [
  { id: 'label', name: 'Label' },
  { id: 'board', name: 'Board' },
  { id: 'damage', name: 'Damage' },
  { id: 'vehicle', name: 'Vehicle' },
  { id: 'parcel', name: 'Parcel' },
  { id: 'other', name: 'Other' }
];

/** Sends one photo to a job; the server tells what it is by its content. */
export function sendPhoto(
  jobNumber: number,
  photo: { readonly kind: PhotoKind; readonly unit?: string; readonly file: File }
): Promise<Sent<{ id: string }>> {
  const query = new URLSearchParams({
    kind: photo.kind,
    name: photo.file.name,
    ...(photo.unit ? { unit: photo.unit } : {})
  });
  return sendBytes(`/api/jobs/${jobNumber}/photos?${query.toString()}`, photo.file);
}
