/** One open stream to a page. */
export interface Sse {
  /** `droppable`: a page that does not keep up may miss it, because the next one says it all again. */
  send(event: string, data: unknown, options?: { readonly droppable?: boolean }): void;
  close(): void;
}

const open = new Set<Sse>();
const PING_MS = 15_000;

/** Ends every stream: adapter-node waits for open connections when it is told to stop. */
export function closeAllStreams(): void {
  for (const stream of open) stream.close();
}

/** A response of server-sent events. `start` gives a clean-up that runs once when the page goes. */
export function sse(start: (stream: Sse) => () => void): Response {
  const encoder = new TextEncoder();
  let cleanUp: (() => void) | undefined;
  let ping: NodeJS.Timeout | undefined;
  let self: Sse | undefined;
  let done = false;
  const finish = () => {
    if (done) return;
    done = true;
    clearInterval(ping);
    if (self) open.delete(self);
    cleanUp?.();
  };
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => {
        if (!done) controller.enqueue(encoder.encode(text));
      };
      self = {
        send: (event, data, options) => {
          if (options?.droppable && (controller.desiredSize ?? 0) < -64) return;
          write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
        },
        close: () => {
          if (done) return;
          finish();
          controller.close();
        }
      };
      open.add(self);
      write('retry: 1500\n\n');
      ping = setInterval(() => write(': ping\n\n'), PING_MS);
      cleanUp = start(self);
    },
    cancel: finish
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no'
    }
  });
}
