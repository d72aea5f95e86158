import { validateStartOperation } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { startOperation } from '$lib/server/services/operation/start-operation.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateStartOperation, (person, body) => startOperation(deps(), person, body));
