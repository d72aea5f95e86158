import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { loadUnit } from '$lib/server/services/match/units.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
  depends('badger:jobs');
  const found = await loadUnit(deps(), params.tag);
  if (!found) error(404, { message: `No unit carries the tag ${params.tag}.` });
  const { unit, jobs, photos, reads, profile } = found;
  return {
    unit: {
      tag: unit.tag,
      family: unit.familyId,
      title: profile ? `${profile.make}, ${profile.title}` : '',
      place: unit.place,
      chipId: unit.chipId,
      identifiedAt: unit.identifiedAt,
      numbers: (profile?.identity ?? []).flatMap((f) => {
        const value = unit.numbers[f.id];
        return value ? [{ name: f.name, value }] : [];
      })
    },
    profile: profile && {
      labels: profile.labels,
      chipMarkings: profile.chipMarkings,
      match: profile.match,
      wear: profile.wear
    },
    labelNumbers: unit.labelNumbers,
    stock: unit.stock,
    wear: unit.wear,
    jobs,
    photos,
    reads: reads.map((r) => ({
      id: r.id,
      name: r.name,
      sha256: r.sha256,
      lengthBytes: r.lengthBytes,
      source: r.source,
      takenAt: r.takenAt
    }))
  };
};
