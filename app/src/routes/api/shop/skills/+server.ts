import { validatePersonSkills } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { saveSkills } from '$lib/server/services/shop/shop-settings.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validatePersonSkills, (person, body) => saveSkills(deps(), person, body));
