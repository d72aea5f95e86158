import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson } from '$lib/server/http/respond.ts';
import { describeSafe } from '$lib/server/services/safe/describe-safe.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  const number = parseJobNumber(params.number);
  depends(`badger:job:${number}`);
  const person = requirePerson(locals.person);
  if (!person.ok) error(401, { message: 'Sign in first.' });
  const safe = await describeSafe(deps(), person.value, number);
  if (!safe.ok) error(404, { message: `There is no job ${params.number}.` });
  return { safe: safe.value };
};
