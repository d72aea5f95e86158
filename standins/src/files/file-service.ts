import { createHash, randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { imageOf } from '@badger/core/image/image';
import { getRegion, rangeOf, type Profile } from '@badger/core/profile/profile';
import { makeFile, stockOf, type FileOrder } from './make-file.ts';
import type { UnitSpec } from '../modules/module.ts';

/** What can be wrong with the service, or with the file that it sends. */
export type FilesFault =
  | 'hang-up'
  | 'not-json'
  | 'refuse'
  | 'never-ready'
  | 'wrong-sha'
  | 'cut'
  /** The file of another unit of the family. */
  | 'other-unit'
  /** It changes what no such file may change. */
  | 'beyond'
  /** A checksum of it does not hold. */
  | 'bad-sum';

export const FILES_KEY = 'saltmarsh-files-key';
/** How long somebody works on an order in life. Units: ms. */
const WORK_MS = 45_000;
const MOST_BYTES = 64 * 1024 ** 2;

export interface FilesHost {
  filesFault: FilesFault | undefined;
  /** Times faster than life; 0 runs free. */
  readonly speed: number;
  readonly profiles: readonly Profile[];
  /** What makers built, by serial. */
  readonly builtUnits: readonly UnitSpec[];
}

interface Order extends FileOrder {
  readonly key: string;
  readonly readyMs: number;
}

/**
 * A file service over HTTP: `POST /v1/requests`, `PUT /v1/requests/ID/read`, `GET /v1/requests/ID`, `GET /v1/requests/ID/file`, key in `x-api-key`.
 * Source: own open format, docs/file-service.md.
 */
export function createFileService(host: FilesHost): Server {
  const orders = new Map<string, Order>();
  return createServer((request, response) => {
    serve(host, orders, { request, response }).catch(() => request.socket.destroy());
  });
}

interface Talk {
  readonly request: IncomingMessage;
  readonly response: ServerResponse;
}

async function serve(host: FilesHost, orders: Map<string, Order>, talk: Talk): Promise<void> {
  const { request } = talk;
  if (host.filesFault === 'hang-up') return void request.socket.destroy();
  const send = (status: number, body: unknown) => sendJson(talk, status, body);
  if (request.headers['x-api-key'] !== FILES_KEY) return send(401, { error: 'key' });
  if (host.filesFault === 'not-json') return sendText(talk, '<html>Please come back later</html>');
  const [, , , id = '', what = ''] = (request.url ?? '').split('/');
  if (request.method === 'POST') return take(host, orders, talk);
  const order = orders.get(id);
  if (!order) return send(404, { error: 'order' });
  if (request.method === 'PUT' && what === 'read') {
    orders.set(id, { ...order, read: await bodyOf(request) });
    return send(200, {});
  }
  if (what === 'file') return sendFile(host, order, talk);
  return send(200, standing(host, order));
}

async function take(host: FilesHost, orders: Map<string, Order>, talk: Talk): Promise<void> {
  const body = await bodyOf(talk.request);
  const key = createHash('sha256').update(body).digest('hex');
  const known = [...orders].find(([, o]) => o.key === key);
  const id = known?.[0] ?? randomUUID();
  const workMs = host.speed > 0 ? WORK_MS / host.speed : 0;
  const asked = JSON.parse(Buffer.from(body).toString('utf8')) as Omit<FileOrder, 'read'>;
  // the same question again is the same order
  if (!known)
    orders.set(id, { ...asked, read: undefined, key, readyMs: performance.now() + workMs });
  sendJson(talk, 201, { id });
}

function standing(host: FilesHost, order: Order) {
  const { filesFault: fault } = host;
  if (fault === 'refuse') return { state: 'refused', reason: 'no credits left' };
  if (fault === 'never-ready' || performance.now() < order.readyMs) return { state: 'waiting' };
  const made = fileOf(host, order);
  if (!made) return { state: 'refused', reason: 'nothing is known of this unit' };
  const sha256 = createHash('sha256').update(made).digest('hex');
  return {
    state: 'ready',
    file: {
      name: `${order.family}_${order.region}_${order.wanted}.hex`,
      sha256: fault === 'wrong-sha' ? sha256.replace(/./, (c) => (c === '0' ? '1' : '0')) : sha256
    }
  };
}

function sendFile(host: FilesHost, order: Order, talk: Talk): void {
  const made = fileOf(host, order);
  if (!made) return sendJson(talk, 404, { error: 'order' });
  talk.response.writeHead(200, { 'content-type': 'application/octet-stream' });
  talk.response.end(made);
}

/** The file as it is sent; undefined where the service knows nothing of the unit. */
function fileOf(host: FilesHost, order: Order): Uint8Array | undefined {
  const profile = host.profiles.find((p) => p.id === order.family);
  if (!profile?.regions.some((r) => r.id === order.region)) return undefined;
  const { filesFault: fault } = host;
  if (fault === 'other-unit') {
    const other = host.builtUnits.find(
      (u) => u.family === order.family && u.fields['serial'] !== order.numbers['serial']
    );
    const spec = other ?? { tag: 'another', family: order.family, chipId: '', fields: {} };
    return wholeOf(profile, order, stockOf(profile, spec, order.region));
  }
  const made = makeFile(profile, order, { built: host.builtUnits, fault });
  return made && fault === 'cut' ? made.subarray(0, Math.floor(made.length / 2)) : made;
}

function wholeOf(profile: Profile, order: FileOrder, bytes: Uint8Array): Uint8Array | undefined {
  const range = rangeOf(getRegion(profile, order.region));
  const hex = writeIntelHex(imageOf([{ range, bytes, origin: 'stock' }]));
  return hex.ok ? hex.value : undefined;
}

async function bodyOf(request: IncomingMessage): Promise<Uint8Array> {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length;
    if (length > MOST_BYTES) throw new RangeError('too much');
    parts.push(part);
  }
  return new Uint8Array(Buffer.concat(parts));
}

function sendJson({ response }: Talk, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(body));
}

function sendText({ response }: Talk, text: string): void {
  response.writeHead(200, { 'content-type': 'text/html' });
  response.end(text);
}
