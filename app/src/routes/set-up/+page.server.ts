import { fail as refuse, redirect } from '@sveltejs/kit';
import { validateFirstPerson } from '$lib/generated/validators.js';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import { deps } from '$lib/server/app-root.ts';
import { setSessionCookie } from '$lib/server/http/session-cookie.ts';
import { countPeople } from '$lib/server/repositories/people.ts';
import { makeFirstPerson, signIn } from '$lib/server/services/shop/people.ts';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  if ((await countPeople(deps().db)) > 0) redirect(303, '/sign-in');
};

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const body: unknown = Object.fromEntries(await request.formData());
    if (!validateFirstPerson(body)) {
      return refuse(400, { message: 'A name, and a password of at least ten characters.' });
    }
    const made = await makeFirstPerson(deps().db, body);
    if (!made.ok) return refuse(409, { message: messageOfProblem(made.problem).title });
    // whoever has just chosen a password need not type it again
    const signed = await signIn(deps(), { ...body, address: getClientAddress() });
    if (!signed.ok) redirect(303, '/sign-in');
    setSessionCookie(cookies, url, signed.value.token);
    redirect(303, '/');
  }
};
