import { validateNewStock } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { addStock } from '$lib/server/services/match/stock.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateNewStock, (person, body) => addStock(deps(), person, body));
