import type { Problem } from '@badger/core/base/result';

export type Sent<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

const UNREACHABLE: Problem = { code: 'fault.server.unreachable', params: {} };

/** Sends an act to the server and gives its value or its problem; never throws. */
export async function send<T = unknown>(path: string, body: unknown = {}): Promise<Sent<T>> {
  return post<T>(path, JSON.stringify(body), 'application/json');
}

/** Sends raw bytes. */
export async function sendBytes<T = unknown>(path: string, bytes: Blob): Promise<Sent<T>> {
  return post<T>(path, bytes, 'application/octet-stream');
}

async function post<T>(path: string, body: BodyInit, type: string): Promise<Sent<T>> {
  try {
    const response = await fetch(path, { method: 'POST', body, headers: { 'content-type': type } });
    const answer: unknown = await response.json().catch(() => undefined);
    if (response.ok) return { ok: true, value: answer as T };
    const problem = (answer as { problem?: Problem } | undefined)?.problem;
    if (problem) return { ok: false, problem };
    if (response.status === 413)
      return { ok: false, problem: { code: 'image.size.huge', params: {} } };
    return {
      ok: false,
      problem: { code: 'fault.server.internal', params: { reference: String(response.status) } }
    };
  } catch {
    return { ok: false, problem: UNREACHABLE };
  }
}
