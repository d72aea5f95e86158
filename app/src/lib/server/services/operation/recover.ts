import { setInterval as every } from 'node:timers';
import pg from 'pg';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { lockJob } from '../../repositories/jobs.ts';
import {
  isOwnerGone,
  listSilentOperations,
  updateOperation,
  type OperationRow
} from '../../repositories/operations.ts';
import { listPeople } from '../../repositories/people.ts';

/** Silence after which an operation's owner is asked for. Units: ms. */
const SILENCE_MS = 3000;
const ROUND_MS = 2000;

const RECONNECT_MS = 1000;

/**
 * Holds the advisory lock that says "this process lives", on a connection of its own; takes it again after a
 * database restart, one attempt at a time. Gives the function that lets go.
 */
export function holdOwnerLock(url: string, owner: number): () => Promise<void> {
  let client: pg.Client | undefined;
  let retry: NodeJS.Timeout | undefined;
  let closed = false;
  /** The end of a connection that is down already is waited for in vain. */
  let up = false;
  const connect = async () => {
    const next = new pg.Client({
      connectionString: url,
      application_name: 'upright-badger-owner',
      connectionTimeoutMillis: 5000
    });
    client = next;
    let over = false;
    // a connection may both fail and end: only the first word counts
    const lost = () => {
      if (over) return;
      over = true;
      if (client === next) up = false;
      if (!closed) retry = setTimeout(() => void connect(), RECONNECT_MS);
    };
    next.on('error', lost);
    next.on('end', lost);
    try {
      await next.connect();
      up = true;
      await next.query('select pg_advisory_lock(727002, $1)', [owner]);
    } catch {
      await next.end().catch(() => undefined);
      lost();
    }
  };
  void connect();
  return async () => {
    closed = true;
    clearTimeout(retry);
    if (up) await client?.end().catch(() => undefined);
  };
}

/**
 * Closes operations whose process is gone: they become `interrupted`, with what that means for the unit.
 * Nothing is repeated by itself.
 */
export async function recoverOperations(deps: Deps): Promise<number> {
  const silent = await listSilentOperations(deps.db, SILENCE_MS);
  let closed = 0;
  for (const row of silent) {
    const ours = [...deps.bench.running.values()].some((o) => o.spec.id === row.id);
    // our own row that nothing here runs is an orphan too: its end could not be stored in time
    const orphan = row.owner === deps.owner || (await isOwnerGone(deps.db, row.owner));
    if (ours || !orphan) continue;
    if (await interrupt(deps, row)) closed++;
  }
  return closed;
}

async function interrupt(deps: Deps, row: OperationRow): Promise<boolean> {
  const meaning = row.mayHaveChangedAt ? 'meaning.write.interrupted' : 'meaning.unit.untouched';
  const person = (await listPeople(deps.db)).find((p) => p.name === row.personName);
  return deps.db.transaction(async (tx) => {
    await lockJob(tx, row.jobId);
    const done = await updateOperation(tx, row.id, {
      state: 'interrupted',
      meaning,
      endedAt: deps.clock.now(),
      problem: { code: 'operation.owner.lost', params: {} }
    });
    if (done && person) {
      await appendEvent(tx, {
        jobId: row.jobId,
        person,
        kind: `${row.kind}.interrupted`,
        data: { unit: row.unitTag, role: row.role, problem: 'operation.owner.lost' }
      });
    }
    return done;
  });
}

/** Looks for orphaned operations at once and then every two seconds. */
export function keepRecovering(deps: Deps): () => void {
  const round = () => {
    recoverOperations(deps)
      .then((n) => {
        if (n > 0) deps.bench.changed();
      })
      .catch((error: unknown) =>
        deps.log.warn({ err: String(error) }, 'recovery waits for the database')
      );
  };
  round();
  const timer = every(round, ROUND_MS);
  return () => clearInterval(timer);
}
