import { createServer, type Server, type ServerResponse } from 'node:http';

/** What can be wrong with the service or the network on the way to it. */
export type StepsFault =
  | { readonly kind: 'hang-up' | 'blocked' }
  | { readonly kind: 'slow'; readonly delayMs: number }
  /** So many logins in a row are refused. */
  | { readonly kind: 'login'; readonly times: number }
  /** Every so many questions gets no answer. */
  | { readonly kind: 'lossy'; readonly every: number };

export const STEPS_KEY = 'saltmarsh-steps-key';

export interface StepsHost {
  stepsFault: StepsFault | undefined;
  /** Credits that the shop has left. */
  stepsCredits: number;
  /** Vehicle that the licence is bound to; empty: none, undefined: there is no licence. */
  stepsLicenceVin: string | undefined;
}

/**
 * A service of paid steps over HTTP, met before a step begins: `GET /v1/ping`, `POST /v1/sessions`, `GET /v1/account`, key in
 * `x-api-key`. Source: own open format, docs/steps-service.md.
 */
export function createStepsService(host: StepsHost): Server {
  let asked = 0;
  return createServer((request, response) => {
    asked++;
    const { stepsFault: fault } = host;
    if (fault?.kind === 'hang-up') return void request.socket.destroy();
    if (fault?.kind === 'lossy' && asked % fault.every === 0) return;
    if (fault?.kind === 'blocked') {
      response.writeHead(200, { 'content-type': 'text/html' });
      return void response.end('<html>Please sign in to the guest network</html>');
    }
    const answer = () =>
      respond(host, request.url ?? '', {
        response,
        key: request.headers['x-api-key'] === STEPS_KEY
      });
    if (fault?.kind === 'slow') setTimeout(answer, fault.delayMs);
    else answer();
  });
}

function respond(
  host: StepsHost,
  url: string,
  { response, key }: { response: ServerResponse; key: boolean }
): void {
  const send = (status: number, body: unknown) => {
    response.writeHead(status, { 'content-type': 'application/json' });
    response.end(JSON.stringify(body));
  };
  if (url === '/v1/ping') return send(200, { service: 'Saltmarsh Steps' });
  if (!key) return send(401, { error: 'key' });
  if (url === '/v1/sessions') return login(host, send);
  if (url === '/v1/account') {
    const { stepsCredits: credits, stepsLicenceVin: vin } = host;
    return send(200, { credits, licence: vin === undefined ? null : { vin } });
  }
  send(404, { error: 'path' });
}

function login(host: StepsHost, send: (status: number, body: unknown) => void): void {
  const { stepsFault: fault } = host;
  if (fault?.kind !== 'login') return send(201, { session: 'open' });
  const left = fault.times - 1;
  host.stepsFault = left > 0 ? { kind: 'login', times: left } : undefined;
  send(503, { error: 'no place free for this bench' });
}
