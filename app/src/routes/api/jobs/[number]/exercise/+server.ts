import { validateExercise } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { exerciseUnit } from '$lib/server/services/prove/exercise-unit.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateExercise, (person, body) =>
    exerciseUnit(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
