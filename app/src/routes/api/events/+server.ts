import { deps } from '$lib/server/app-root.ts';
import { sse } from '$lib/server/http/sse.ts';
import { describeBench } from '$lib/server/services/operation/live-state.ts';
import type { RequestHandler } from './$types';

/** Everything that happens on the bench, as it happens. */
export const GET: RequestHandler = () =>
  sse((stream) => {
    const { bench } = deps();
    const tell = () => stream.send('bench', describeBench(deps()), { droppable: true });
    tell();
    return bench.hub.listen((event) => {
      if (event.type === 'bench') tell();
      else stream.send(event.type, event);
    });
  });
