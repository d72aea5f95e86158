import { json } from '@sveltejs/kit';
import { validateSwitchFeeds } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act, problemResponse } from '$lib/server/http/respond.ts';
import { readSocket, switchFeeds } from '$lib/server/services/socket/socket.ts';
import type { RequestHandler } from './$types';

/** Pins of the diagnostic socket and feeds, as the breakout box shows them now. */
export const GET: RequestHandler = async ({ params }) => {
  const state = await readSocket(deps(), params.id);
  return state.ok ? json(state.value) : problemResponse(state.problem);
};

export const POST: RequestHandler = (event) =>
  act(event, validateSwitchFeeds, (person, feeds) =>
    switchFeeds(deps(), person, { stationId: event.params.id, feeds })
  );
