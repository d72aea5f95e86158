import { validateHours } from '@badger/core/generated/validators';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { saveHours } from '$lib/server/services/shop/shop-settings.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateHours, (person, body) => saveHours(deps(), person, body));
