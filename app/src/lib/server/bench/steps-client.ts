import { lookup } from 'node:dns/promises';
import { setTimeout as sleep } from 'node:timers/promises';
import type { NetworkProbe } from '@badger/core/network/judge-network';
import { readAtMost } from './read-at-most.ts';

/** How long one answer is waited for. Units: ms. */
const PATIENCE_MS = 3000;
const PINGS = 20;
const BETWEEN_PINGS_MS = 100;
const MOST_LOST = 3;
/** A bench login that fails is tried so often. Source: common practice. */
const LOGINS = 3;
const BETWEEN_LOGINS_MS = 500;
/** Answers that say no for good. */
const REFUSED: readonly number[] = [401, 403];
const MOST_BYTES = 65_536;

interface Answer {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>> | undefined;
  readonly tookMs: number;
}

/** The service of paid steps, as far as it can be asked before a step begins. Never throws: what fails is what was found. */
export class StepsClient {
  readonly #url: URL;
  readonly #key: string;
  readonly #patienceMs: number;

  /** Errors: TypeError for what is no address. */
  constructor(url: string, key: string, patienceMs = PATIENCE_MS) {
    this.#url = new URL(url);
    this.#key = key;
    this.#patienceMs = patienceMs;
  }

  async probe(): Promise<NetworkProbe> {
    const host = this.#url.hostname;
    const none = {
      ...{ host, resolved: true, reached: true, blocked: false, pingsMs: [] },
      ...{ login: undefined, credits: undefined, licenceVin: undefined }
    };
    if (!(await resolves(host, this.#patienceMs)))
      return { ...none, resolved: false, reached: false };
    const first = await this.#ask('/v1/ping');
    if (!first) return { ...none, reached: false };
    // whatever answers in the place of the service does not know its name
    if (typeof first.body?.['service'] !== 'string') return { ...none, blocked: true };
    const login = await this.#login();
    const account = login.ok ? await this.#ask('/v1/account') : undefined;
    return { ...none, login, ...readAccount(account), pingsMs: await this.#ping() };
  }

  async #ping(): Promise<(number | null)[]> {
    const times: (number | null)[] = [];
    // more that are lost change nothing any more, and each of them is waited for
    for (let i = 0; i < PINGS && times.filter((t) => t === null).length < MOST_LOST; i++) {
      const answer = await this.#ask('/v1/ping');
      times.push(answer?.status === 200 ? Math.round(answer.tookMs) : null);
      await sleep(BETWEEN_PINGS_MS);
    }
    return times;
  }

  async #login(): Promise<{ failed: readonly string[]; ok: boolean }> {
    const failed: string[] = [];
    for (let i = 0; i < LOGINS; i++) {
      const answer = await this.#ask('/v1/sessions', 'POST');
      if (answer?.status === 201) return { failed, ok: true };
      const told = answer?.body?.['error'];
      const status = answer ? `answer ${answer.status}` : 'no answer';
      failed.push(typeof told === 'string' ? told.slice(0, 120) : status);
      // a key that is refused is not tried again: an account may be locked for it
      if (answer && REFUSED.includes(answer.status)) break;
      await sleep(BETWEEN_LOGINS_MS);
    }
    return { failed, ok: false };
  }

  async #ask(path: string, method = 'GET'): Promise<Answer | undefined> {
    const begun = performance.now();
    try {
      const response = await fetch(new URL(path, this.#url), {
        ...{ method, headers: { 'x-api-key': this.#key, accept: 'application/json' } },
        ...{ redirect: 'error', signal: AbortSignal.timeout(this.#patienceMs) }
      });
      const body = parseObject(await readAtMost(response, MOST_BYTES));
      return { status: response.status, body, tookMs: performance.now() - begun };
    } catch {
      return undefined;
    }
  }
}

/** A name service that does not answer either is none. */
function resolves(host: string, patienceMs: number): Promise<boolean> {
  const found = lookup(host).then(
    () => true,
    () => false
  );
  return Promise.race([found, sleep(patienceMs, false, { ref: false })]);
}

function parseObject(text: string): Readonly<Record<string, unknown>> | undefined {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null
      ? (value as Readonly<Record<string, unknown>>)
      : undefined;
  } catch {
    return undefined;
  }
}

/** What the account says; what makes no sense is not known, never nothing. */
function readAccount(account: Answer | undefined): Pick<NetworkProbe, 'credits' | 'licenceVin'> {
  const credits = account?.status === 200 ? account.body?.['credits'] : undefined;
  const licence = account?.body?.['licence'];
  const vin =
    typeof licence === 'object' && licence !== null && 'vin' in licence ? licence.vin : undefined;
  return {
    credits: typeof credits === 'number' && credits >= 0 ? credits : undefined,
    licenceVin: typeof vin === 'string' ? vin : undefined
  };
}
