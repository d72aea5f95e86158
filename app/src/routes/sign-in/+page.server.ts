import { fail as refuse, redirect } from '@sveltejs/kit';
import { validateSignIn } from '$lib/generated/validators.js';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import { deps } from '$lib/server/app-root.ts';
import { setSessionCookie } from '$lib/server/http/session-cookie.ts';
import { DEMO_ACCOUNTS } from '$lib/server/demo/demo.ts';
import { COOKIE, signIn, signOut } from '$lib/server/services/shop/people.ts';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  if (locals.person) redirect(303, '/');
  return { accounts: locals.demo ? DEMO_ACCOUNTS : [] };
};

/** Only an address of our own: never a way to another site. */
function safeTarget(text: string | null): string {
  return text && /^\/(?![/\\])/.test(text) ? text : '/';
}

export const actions: Actions = {
  in: async ({ request, cookies, url, getClientAddress }) => {
    const body: unknown = Object.fromEntries(await request.formData());
    if (!validateSignIn(body)) return refuse(400, { message: 'Type a name and a password.' });
    const result = await signIn(deps(), { ...body, address: getClientAddress() });
    if (!result.ok) {
      const message = messageOfProblem(result.problem);
      return refuse(401, { message: `${message.title}. ${message.clear ?? message.text}` });
    }
    setSessionCookie(cookies, url, result.value.token);
    redirect(303, safeTarget(url.searchParams.get('to')));
  },
  out: async ({ cookies }) => {
    const token = cookies.get(COOKIE);
    if (token) await signOut(deps().db, token);
    cookies.delete(COOKIE, { path: '/' });
    redirect(303, '/sign-in');
  }
};
