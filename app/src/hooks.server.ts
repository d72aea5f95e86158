import { randomUUID } from 'node:crypto';
import type { Handle, HandleServerError, RequestEvent, ServerInit } from '@sveltejs/kit';
import { isRedirect, redirect } from '@sveltejs/kit';
import { building } from '$app/environment';
import { deps, startRoot, stopRoot } from '$lib/server/app-root.ts';
import { isDatabaseAway } from '$lib/server/db/pg-errors.ts';
import { awayResponse } from '$lib/server/http/away.ts';
import { checkBody } from '$lib/server/http/body-limit.ts';
import { checkRoute } from '$lib/server/http/route-rights.ts';
import { closeAllStreams } from '$lib/server/http/sse.ts';
import { problemResponse } from '$lib/server/http/respond.ts';
import { countPeople } from '$lib/server/repositories/people.ts';
import { waitForWrites } from '$lib/server/services/operation/before-stop.ts';
import { isDemo } from '$lib/server/demo/demo.ts';
import { loadShopRules } from '$lib/server/services/shop/shop-settings.ts';
import { COOKIE, whoIs } from '$lib/server/services/shop/people.ts';

export const init: ServerInit = async () => {
  if (building) return;
  await startRoot();
  // the server asks before it goes: a unit that is being written is waited for, with a word on the terminal
  process.on('badger:before-stop', (done: () => void) => {
    void waitForWrites(deps(), (line) => console.log(`badger:waiting ${line}`)).then(() => {
      closeAllStreams();
      done();
    });
  });
  process.once('sveltekit:shutdown', () => void stopRoot().then(() => process.exit(0)));
};

const OPEN_PAGES = new Set(['/sign-in', '/set-up']);
/** A fitting sheet opens with its link alone. */
const FITTING = '/fit/';

export const handle: Handle = async ({ event, resolve }) => {
  const refused = refuseForeign(event);
  if (refused) return refused;
  event.locals.theme = event.cookies.get('theme') === 'night' ? 'night' : 'day';
  if (deps().bench.databaseAway) return awayResponse(event.url.pathname);
  try {
    const refusal = await recognise(event);
    if (refusal) return refusal;
    const may = checkMay(event);
    if (may) return may;
    const body = checkBody(event.request, event.url.pathname);
    if (!body.ok) return problemResponse(body.problem);
  } catch (error) {
    if (!isDatabaseAway(error) || isRedirect(error)) throw error;
    return awayResponse(event.url.pathname);
  }
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%badger.theme%', event.locals.theme)
  });
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('x-frame-options', 'DENY');
  return response;
};

/** May this person do this? Asked before a byte of the body is read. */
function checkMay({ route, request, locals }: RequestEvent): Response | undefined {
  if (route.id === null) return undefined;
  const may = checkRoute({ method: request.method, routeId: route.id }, locals.person?.role);
  return may.ok ? undefined : problemResponse(may.problem);
}

/** Who is it? Gives the answer for somebody who may not come in. */
async function recognise(event: RequestEvent): Promise<Response | undefined> {
  event.locals.wallDisplay = false;
  event.locals.demo = await isDemo(deps().db);
  const token = event.cookies.get(COOKIE);
  event.locals.person = token ? await whoIs(deps(), token) : undefined;
  return event.locals.person ? undefined : sendAway(event);
}

/** Acts come from our own pages only: the cookie alone opens nothing (cross-site request forgery). */
function refuseForeign(event: RequestEvent): Response | undefined {
  if (event.request.method === 'GET' || event.request.method === 'HEAD') return undefined;
  if (event.request.headers.get('origin') === event.url.origin) return undefined;
  return problemResponse({ code: 'request.origin.foreign', params: {} });
}

async function sendAway(event: RequestEvent): Promise<Response | undefined> {
  const path = event.url.pathname;
  if (OPEN_PAGES.has(path) || path.startsWith(FITTING)) return undefined;
  // a shop may want Today and the line of the bench on a wall: initials only
  const wanted = path === '/' || path === '/api/events';
  event.locals.wallDisplay = wanted && (await loadShopRules(deps().db)).wallDisplay;
  if (event.locals.wallDisplay) return undefined;
  if (path.startsWith('/api/'))
    return problemResponse({ code: 'access.sign-in.needed', params: {} });
  if ((await countPeople(deps().db)) === 0) redirect(303, '/set-up');
  redirect(303, `/sign-in?to=${encodeURIComponent(path + event.url.search)}`);
}

export const handleError: HandleServerError = ({ error, event, status }) => {
  if (status === 404) return { message: 'There is nothing at this address.' };
  const reference = randomUUID().slice(0, 8);
  // no parameter values: a query may carry a person's data
  const name =
    error instanceof Error ? `${error.name}: ${error.message.split('\n')[0]}` : String(error);
  deps().log.error(
    { reference, path: event.url.pathname, error: name.slice(0, 300) },
    'request failed'
  );
  return { message: 'Something broke inside the application.', reference };
};
