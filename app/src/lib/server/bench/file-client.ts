import { fail, ok, type Result } from '@badger/core/base/result';
import {
  readFileAnswer,
  readOrder,
  type FileAnswer,
  type FileRequest
} from '@badger/core/file-service/file-answer';

/** How long one answer is waited for. Units: ms. */
const PATIENCE_MS = 20_000;
const WAIT_MS = 10_000;
/** A file of 16 MiB as Intel HEX, and some more. */
const MOST_BYTES = 64 * 1024 ** 2;
const REFUSED: readonly number[] = [401, 403];

/**
 * The file service over HTTP. Errors: `files.service.down`, `files.service.key` (refused), `files.service.broken` (with the status), those of the answers.
 * Nothing is tried again by itself; the same request again is the same order.
 */
export class FileClient {
  readonly #url: string;
  readonly #key: string;
  readonly #patienceMs: number;
  /** How long a person waits for an order before it is left standing. Units: ms. */
  waitMs = WAIT_MS;

  constructor(url: string, key: string, patienceMs = PATIENCE_MS) {
    this.#url = url.replace(/\/$/, '');
    this.#key = key;
    this.#patienceMs = patienceMs;
  }

  /** Places an order; shape: its id. */
  async order(request: FileRequest): Promise<Result<string>> {
    const sent = await this.#send('/v1/requests', {
      method: 'POST',
      body: JSON.stringify(request)
    });
    return sent.ok ? readOrder(parse(sent.value)) : sent;
  }

  /** Sends the read that the file is to be made of, as Intel HEX. */
  async attach(id: string, read: Uint8Array): Promise<Result<true>> {
    const body = read as Uint8Array<ArrayBuffer>;
    const sent = await this.#send(`/v1/requests/${id}/read`, { method: 'PUT', body });
    return sent.ok ? ok(true) : sent;
  }

  async look(id: string): Promise<Result<FileAnswer>> {
    const sent = await this.#send(`/v1/requests/${id}`);
    return sent.ok ? readFileAnswer(parse(sent.value)) : sent;
  }

  fetch(id: string): Promise<Result<Uint8Array>> {
    return this.#send(`/v1/requests/${id}/file`);
  }

  async #send(path: string, init: RequestInit = {}): Promise<Result<Uint8Array>> {
    try {
      const response = await fetch(`${this.#url}${path}`, {
        ...init,
        ...{ headers: { 'x-api-key': this.#key }, redirect: 'error' },
        signal: AbortSignal.timeout(this.#patienceMs)
      });
      const bytes = await readWhole(response);
      if (REFUSED.includes(response.status)) return fail('files.service.key');
      if (!response.ok) return fail('files.service.broken', { status: response.status });
      return bytes ? ok(bytes) : fail('files.answer.malformed', { where: 'too long' });
    } catch {
      return fail('files.service.down');
    }
  }
}

/** Undefined for a body that is longer than any file. */
async function readWhole(response: Response): Promise<Uint8Array | undefined> {
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const part of (response.body ?? []) as AsyncIterable<Uint8Array>) {
    length += part.length;
    if (length > MOST_BYTES) return undefined;
    parts.push(part);
  }
  return new Uint8Array(Buffer.concat(parts));
}

function parse(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(Buffer.from(bytes).toString('utf8'));
  } catch {
    return undefined;
  }
}
