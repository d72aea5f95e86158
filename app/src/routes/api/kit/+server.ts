import { validateKitEdit } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { editKit } from '$lib/server/services/kit/kit.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateKitEdit, (person, body) => editKit(deps(), person, body));
