import { fail, ok, type Result } from '@badger/core/base/result';
import { judgeNetwork, type NetworkNeed } from '@badger/core/network/judge-network';
import type { NetworkData } from '../../../wiring-types.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findNetworkCheck, insertNetworkCheck } from '../../repositories/evidence.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView } from '../job/act-on-job.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';

/** How long a step of a server takes where the profile does not say. Units: minutes. Source: common practice. */
const USUAL_MINUTES = 20;

/** What the access of a job asks of a server; undefined: it asks none. */
function needOf({ access, job }: JobView): NetworkNeed | undefined {
  const spec = access?.spec;
  if (!spec?.needs.includes('network')) return undefined;
  return {
    ...{ service: 'the service of paid steps', vin: job.vin, credits: spec.credits },
    licence: spec.needs.includes('credits'),
    minutes: spec.waitMinutes > 0 ? spec.waitMinutes : USUAL_MINUTES
  };
}

/** Is the network ready for what this job asks of a server? Undefined: it asks nothing. */
export async function describeNetwork(deps: Deps, view: JobView): Promise<NetworkData | undefined> {
  const need = needOf(view);
  if (!need) return undefined;
  const last = await findNetworkCheck(deps.db, view.job.id);
  const ageMinutes = last ? (deps.clock.now().getTime() - last.at.getTime()) / 60_000 : 0;
  return {
    ...{ need, at: last?.at, probe: last?.probe },
    judgement: judgeNetwork(last?.probe, need, ageMinutes)
  };
}

/**
 * Asks the service whether a step could be begun now, and keeps what was found. It is asked before the job is held: a network that
 * does not answer holds nobody up. Errors: those of {@link actOnView}, `network.service.absent` (none is configured), `network.need.none`.
 */
export async function checkNetwork(
  deps: Deps,
  person: Person,
  { jobNumber }: { readonly jobNumber: number }
): Promise<Result<true>> {
  const before = await loadJobView(deps, jobNumber);
  if (before && !needOf(before)) return fail('network.need.none');
  if (!deps.steps) return fail('network.service.absent', { service: 'paid steps' });
  const probe = before ? await deps.steps.probe() : undefined;
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    const need = needOf(view);
    if (!need || !probe) return fail('network.need.none');
    await insertNetworkCheck(tx, { jobId: view.job.id, probe, personId: person.id });
    const found = judgeNetwork(probe, need, 0).code;
    await appendEvent(tx, { jobId: view.job.id, person, kind: 'network.checked', data: { found } });
    return ok(true);
  });
}
