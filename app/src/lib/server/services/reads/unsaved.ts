import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fail, ok, type Result } from '@badger/core/base/result';
import { joinBytes } from '@badger/core/image/image';
import { proposeName } from '@badger/core/reads/propose-name';
import { checkRight } from '@badger/core/rights/rights';
import type { LiveOperation } from '../../bench/live-operation.ts';
import { sealFile } from '../../vault/sealed-file.ts';
import { dayOnWall } from '../../shop-clock.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import type { Run } from '../operation/run.ts';

/** The name under which a finished read that is not in the database yet is offered. */
function nameOfUnsaved({ clock }: Deps, { spec }: LiveOperation): string {
  const name = proposeName({
    ...{ vin: spec.vin, plate: spec.plate },
    role: spec.role,
    family: spec.profile.id,
    region: `${spec.regionIds[0] ?? ''}${spec.ranges ? '-security-data' : ''}`,
    number: 0,
    date: dayOnWall(clock.now())
  });
  return `${name.replace('read0', `unsaved-${spec.id.slice(0, 8)}`)}.sealed`;
}

/** The shop is closed while the database cannot take a finished read: it goes into a file, to be dropped later. */
export async function saveUnsaved(run: Run): Promise<void> {
  const { deps, live } = run;
  if (!live.image || !deps.unsavedDir) return;
  const path = join(deps.unsavedDir, nameOfUnsaved(deps, live));
  try {
    await mkdir(deps.unsavedDir, { recursive: true, mode: 0o700 });
    await writeFile(path, sealFile(deps.vault, joinBytes(live.image)), { mode: 0o600 });
    deps.log.warn({ path }, 'a finished read could not be stored and was put into a file');
  } catch (error) {
    deps.log.error({ code: (error as { code?: string }).code }, 'a finished read is lost');
  }
}

/**
 * A finished read that waits in memory for the database, for a person to take away: sealed, it opens when it is dropped on its job.
 * Errors: `gate.person.role`, `operation.id.unknown` (it has been stored meanwhile, or never was).
 */
export function offerUnstored(
  deps: Deps,
  person: Person,
  operationId: string
): Result<{ name: string; bytes: Uint8Array }> {
  const may = checkRight(person.role, 'memory.download');
  if (!may.ok) return may;
  const live = [...deps.bench.running.values()].find((o) => o.spec.id === operationId);
  if (!live?.image) return fail('operation.id.unknown');
  return ok({
    name: nameOfUnsaved(deps, live),
    bytes: sealFile(deps.vault, joinBytes(live.image))
  });
}
