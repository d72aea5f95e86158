import { validateSupplyAt } from '$lib/generated/validators.js';
import { act } from '$lib/server/http/respond.ts';
import { askSupply } from '$lib/server/services/kit/station-supply.ts';
import type { RequestHandler } from './$types';

/** What answers at an address is asked who it is and what it can. */
export const POST: RequestHandler = (event) => act(event, validateSupplyAt, askSupply);
