import { fail } from '@badger/core/base/result';
import { validateLookAtSecret } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { isId, parseJobNumber } from '$lib/server/http/ids.ts';
import { act, unkept } from '$lib/server/http/respond.ts';
import { lookAtSecret } from '$lib/server/services/safe/use-safe.ts';
import type { RequestHandler } from './$types';

/** One value in the safe is shown, for a reason. */
export const POST: RequestHandler = async (event) =>
  unkept(
    await act(event, validateLookAtSecret, (person, body) => {
      const { id, number } = event.params;
      return isId(id)
        ? lookAtSecret(deps(), person, { jobNumber: parseJobNumber(number), id, ...body })
        : Promise.resolve(fail('safe.secret.unknown'));
    })
  );
