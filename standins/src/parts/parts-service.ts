import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { Catalogue } from './catalogue.ts';

/** What can be wrong with the service; a test or the page switches it on. */
export type PartsFault =
  | { readonly kind: 'slow'; readonly delayMs: number }
  | { readonly kind: 'broken' | 'not-json' | 'wrong-shape' | 'other-answer' | 'loop' | 'huge' }
  | { readonly kind: 'hang-up' };

/** Key that the simulated shop has. */
export const PARTS_KEY = 'saltmarsh-parts-key';
/** How long a person waits for it in life. Units: ms. */
const LATENCY_MS = 1_200;

export interface PartsHost {
  readonly catalogue: Catalogue;
  /** Times faster than life; 0 runs free. */
  readonly speed: number;
  readonly fault: PartsFault | undefined;
  /** Counts what was asked, for tests. */
  asked(): void;
}

/**
 * A parts service over HTTP: `GET /v1/numbers/NUMBER` and `GET /v1/vehicles/VIN` with the key in `x-api-key`.
 * Answers 401 without the key, 404 for what it does not know. Source: own open format, docs/parts-service.md.
 */
export function createPartsService(host: PartsHost): Server {
  return createServer((request, response) => void answer(host, request, response));
}

async function answer(
  host: PartsHost,
  request: IncomingMessage,
  response: ServerResponse
): Promise<void> {
  host.asked();
  const { fault } = host;
  if (fault?.kind === 'hang-up') {
    request.socket.destroy();
    return;
  }
  const waitMs =
    fault?.kind === 'slow' ? fault.delayMs : host.speed > 0 ? LATENCY_MS / host.speed : 0;
  await new Promise((resolve) => setTimeout(resolve, waitMs));
  const send = (status: number, body: string) => {
    response.writeHead(status, { 'content-type': 'application/json' });
    response.end(body);
  };
  if (request.headers['x-api-key'] !== PARTS_KEY) {
    send(401, JSON.stringify({ error: 'key' }));
    return;
  }
  if (fault?.kind === 'broken') send(500, 'out of order');
  else if (fault?.kind === 'not-json') send(200, '<html>maintenance</html>');
  else if (fault?.kind === 'wrong-shape') send(200, JSON.stringify({ query: 1, parts: 'many' }));
  else if (fault?.kind === 'huge') send(200, JSON.stringify({ filler: 'x'.repeat(3_000_000) }));
  else {
    const { status, body } = look(host, request.url ?? '');
    send(status, JSON.stringify(body));
  }
}

function look(host: PartsHost, url: string): { status: number; body: unknown } {
  const [, kind, key] = /^\/v1\/(numbers|vehicles)\/([0-9A-Z-]{1,40})$/.exec(url) ?? [];
  if (!kind || !key) return { status: 400, body: { error: 'path' } };
  const parts = kind === 'numbers' ? host.catalogue.byNumber(key) : host.catalogue.byVin(key);
  if (!parts || parts.length === 0) return { status: 404, body: { error: 'unknown' } };
  if (host.fault?.kind === 'other-answer') return { status: 200, body: { query: 'X', parts } };
  if (host.fault?.kind === 'loop') {
    const loop = [
      { from: key, to: 'B', way: 'both' },
      { from: 'B', to: key, way: 'forward' }
    ];
    const [first] = parts;
    return { status: 200, body: { query: key, parts: [{ ...first, supersessions: loop }] } };
  }
  return { status: 200, body: { query: key, parts } };
}
