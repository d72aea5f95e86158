import { deps } from '$lib/server/app-root.ts';
import { describeBench } from '$lib/server/services/operation/live-state.ts';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({
  person: locals.person && { name: locals.person.name, role: locals.person.role },
  now: deps().clock.now(),
  theme: locals.theme,
  demo: locals.demo,
  bench: locals.person || locals.wallDisplay ? describeBench(deps()) : undefined
});
