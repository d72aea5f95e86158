import { deps } from '$lib/server/app-root.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  families: [...deps().profiles.values()].map((p) => ({
    id: p.id,
    version: p.version,
    title: p.title,
    make: p.make,
    kind: p.kind,
    method: p.cloneMethod,
    memory: p.regions.map((r) => ({ name: r.name, lengthBytes: r.lengthBytes })),
    accesses: p.accesses.filter((w) => w.reads.length + w.writes.length > 0).map((w) => w.name),
    chipMarkings: p.chipMarkings,
    labels: p.labels
  })),
  refused: deps().refusedProfiles
});
