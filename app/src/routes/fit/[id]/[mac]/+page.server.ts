import { error, fail as refuse } from '@sveltejs/kit';
import { layFitting } from '$lib/features/papers/fitting.view.ts';
import { validateAnswerPost } from '$lib/generated/validators.js';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { statusOf } from '$lib/server/http/status.ts';
import { answerPost, seeFitting } from '$lib/server/services/post/post-link.ts';
import type { Actions, PageServerLoad } from './$types';

/** The fitting sheet behind a link: nothing else of the shop is shown. */
export const load: PageServerLoad = async ({ params, setHeaders }) => {
  setHeaders({ 'cache-control': 'no-store', 'x-robots-tag': 'noindex' });
  const seen = isId(params.id) ? await seeFitting(deps(), params) : undefined;
  if (!seen?.ok) error(404, { message: 'This link opens nothing. Ask the shop for another one.' });
  return { paper: layFitting(seen.value, undefined) };
};

export const actions: Actions = {
  default: async ({ params, request }) => {
    const body: unknown = Object.fromEntries(await request.formData());
    if (!validateAnswerPost(body) || !isId(params.id))
      return refuse(400, { said: 'Choose how it went, and write your name.', kept: false });
    const told = await answerPost(deps(), { ...params, ...body });
    if (told.ok) return { said: 'Thank you. The shop has it.', kept: true };
    const { title, text, clear } = messageOfProblem(told.problem);
    const said = [`${title}.`, text, clear ?? ''].join(' ').trim();
    return refuse(statusOf(told.problem.code), { said, kept: false });
  }
};
