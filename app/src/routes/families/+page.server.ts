import { deps } from '$lib/server/app-root.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  families: [...deps().profiles.values()].map((p) => ({
    id: p.id,
    title: p.title,
    make: p.make,
    kind: p.kind,
    ways: p.ways.map((w) => w.name),
    chipMarkings: p.chipMarkings,
    labels: p.labels
  }))
});
