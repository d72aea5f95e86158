import { validateShopRules } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { saveShopRules } from '$lib/server/services/shop/shop-settings.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateShopRules, (person, body) => saveShopRules(deps(), person, body));
