import { validatePrices } from '@badger/core/generated/validators';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { savePrices } from '$lib/server/services/shop/shop-settings.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validatePrices, (person, body) => savePrices(deps(), person, body));
