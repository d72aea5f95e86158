// A line to the database that can be cut: between the application and PostgreSQL, statement by statement.
import { createConnection, createServer, type Socket } from 'node:net';

/**
 * `before`: the statement never reaches the database. `answer`: the database has done it, and nobody hears so.
 * `slow`: it takes long. After a cut every line is down and the database is away for a while.
 */
export type CutKind = 'before' | 'answer' | 'slow';

export interface DbProxy {
  /** The database behind the proxy. */
  readonly url: string;
  /** Statements that have passed since {@link arm}, with their first words. */
  readonly passed: readonly string[];
  /** Cuts at the n-th statement from now on, once. `awayMs`: how long nobody is let in afterwards. */
  arm(cut: { at: number; kind: CutKind; awayMs: number }): void;
  /** True when the cut has been made. */
  readonly fired: boolean;
  close(): void;
}

const QUERY = 0x51; // 'Q'
const SYNC = 0x53; // 'S'
const PARSE = 0x50; // 'P'
const READY = 0x5a; // 'Z'

/** Starts a proxy before the database of `target`. Source: PostgreSQL frontend/backend protocol 3.0, message formats. */
export async function startDbProxy(target: string): Promise<DbProxy> {
  const to = new URL(target);
  const sockets = new Set<Socket>();
  let cut: { at: number; kind: CutKind; awayMs: number } | undefined;
  let passed: string[] = [];
  let fired = false;
  let awayUntil = 0;

  const bringDown = (awayMs: number) => {
    awayUntil = performance.now() + awayMs;
    for (const socket of sockets) socket.destroy();
  };
  /** What is to happen at this statement. */
  const verdict = (text: string): CutKind | undefined => {
    passed.push(text.slice(0, 60));
    if (!cut || fired || passed.length !== cut.at) return undefined;
    fired = true;
    return cut.kind;
  };

  const server = createServer((client) => {
    if (performance.now() < awayUntil) {
      client.destroy();
      return;
    }
    const upstream = createConnection({ host: to.hostname, port: Number(to.port) });
    for (const socket of [client, upstream]) {
      sockets.add(socket);
      socket.setNoDelay(true);
      socket.on('error', () => undefined);
      socket.on('close', () => {
        sockets.delete(socket);
        client.destroy();
        upstream.destroy();
      });
    }
    let started = false;
    let swallow = false;
    let held = Buffer.alloc(0);
    let text = '';
    let queue = Promise.resolve();
    client.on('data', (chunk: Buffer) => {
      queue = queue.then(async () => {
        held = Buffer.concat([held, chunk]);
        for (;;) {
          // the first message has no type; password messages have one like all others
          const head = started ? 1 : 0;
          if (held.length < head + 4) return;
          const length = head + held.readInt32BE(head);
          if (held.length < length) return;
          const message = held.subarray(0, length);
          held = held.subarray(length);
          const type = started ? message[0] : undefined;
          started = true;
          if (type === PARSE || type === QUERY) text = wordsOf(message, type);
          if (type === SYNC || type === QUERY) {
            const what = verdict(text);
            if (what === 'before') return bringDown(cut?.awayMs ?? 0);
            if (what === 'answer') swallow = true;
            if (what === 'slow') await new Promise((r) => setTimeout(r, cut?.awayMs ?? 0));
          }
          upstream.write(message);
        }
      });
    });
    let answer = Buffer.alloc(0);
    upstream.on('data', (chunk: Buffer) => {
      if (!swallow) {
        client.write(chunk);
        return;
      }
      // the database has answered to the end: now the line goes down and the answer with it
      answer = Buffer.concat([answer, chunk]);
      for (let at = 0; at + 5 <= answer.length; at += 1 + answer.readInt32BE(at + 1)) {
        if (answer[at] === READY) return bringDown(cut?.awayMs ?? 0);
      }
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  const address = server.address();
  const url = new URL(target);
  url.hostname = '127.0.0.1';
  url.port = String(typeof address === 'object' && address ? address.port : 0);
  return {
    url: url.href,
    get passed() {
      return passed;
    },
    get fired() {
      return fired;
    },
    arm(next) {
      cut = next;
      passed = [];
      fired = false;
    },
    close() {
      server.close();
      for (const socket of sockets) socket.destroy();
    }
  };
}

function wordsOf(message: Buffer, type: number): string {
  const body = message.subarray(5);
  const skip = type === PARSE ? body.indexOf(0) + 1 : 0;
  return body.subarray(skip, body.indexOf(0, skip)).toString('utf8');
}
