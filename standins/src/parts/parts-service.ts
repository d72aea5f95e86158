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
  const { status, body } = wrongAnswer(fault) ?? lookedUp(host, request.url ?? '');
  send(status, body);
}

interface Sent {
  readonly status: number;
  readonly body: string;
}

/** What a service that is out of order sends instead; undefined: it is not. */
function wrongAnswer(fault: PartsHost['fault']): Sent | undefined {
  switch (fault?.kind) {
    case 'broken':
      return { status: 500, body: 'out of order' };
    case 'not-json':
      return { status: 200, body: '<html>maintenance</html>' };
    case 'wrong-shape':
      return { status: 200, body: JSON.stringify({ query: 1, parts: 'many' }) };
    case 'huge':
      return { status: 200, body: JSON.stringify({ filler: 'x'.repeat(3_000_000) }) };
    default:
      return undefined;
  }
}

function lookedUp(host: PartsHost, url: string): Sent {
  const { status, body } = look(host, url);
  return { status, body: JSON.stringify(body) };
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
