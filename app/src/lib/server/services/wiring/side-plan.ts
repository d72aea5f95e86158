import type { Access } from '@badger/core/access/access';
import type { UnitRole } from '@badger/core/job/roles';
import type { Profile } from '@badger/core/profile/profile';
import {
  planConnection,
  type ConnectionPlan,
  type PlanKit
} from '@badger/core/wiring/connection-plan';
import { judgeConnection, type JudgedConnection } from '@badger/core/wiring/judge-connection';
import { proposeLead, type BoxSpec, type LeadSet } from '@badger/core/wiring/lead-set';
import type { Deps } from '../../deps.ts';
import type { ConnectionRow } from '../../repositories/connections.ts';
import type { KitRow } from '../../repositories/kit.ts';
import { focusStation } from '../job/focus-station.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';

/** How one unit of a job is connected, and what was done and measured of it. */
export interface SidePlan {
  readonly plan: ConnectionPlan;
  readonly kit: PlanKit;
  /** Leads and adapters that could be used. */
  readonly leads: readonly LeadSet[];
  readonly adapters: readonly LeadSet[];
  readonly marking: string;
  /** The last connection of this unit over this access; undefined: nobody has begun. */
  readonly row: ConnectionRow | undefined;
  readonly judged: JudgedConnection;
}

export type ViewOfSide = Pick<JobView, 'job' | 'profile' | 'access' | 'units' | 'records'>;

type AtStation = ViewOfSide & { readonly stationId: string | undefined };

/** A piece of kit as the plan wants it. */
export function toLeadSet(row: KitRow): LeadSet {
  return {
    ...{ id: row.id, name: row.name, families: row.families, port: row.port, wires: row.wires },
    ...{ plugCycles: row.plugCycles, plugLimit: row.plugLimit },
    lengthMm: row.lengthMm ?? undefined,
    areaUm2: row.areaUm2 ?? undefined,
    contactMohm: row.contactMohm ?? undefined,
    terminatorOhm: row.terminatorOhm ?? undefined
  };
}

function toBox(row: KitRow | undefined): BoxSpec | undefined {
  return (
    row && {
      name: row.name,
      terminatorOhm: row.terminatorOhm ?? undefined,
      drawMa: row.drawMa ?? undefined
    }
  );
}

/** Kit that is at this station, or at none. */
function kitAt(view: AtStation, kind: KitRow['kind']): readonly KitRow[] {
  const { stationId } = view;
  return view.records.kit.filter(
    (k) => k.kind === kind && (k.stationId === null || k.stationId === stationId)
  );
}

/** The last connection of a unit over this access; named by another version of the profile its wires are others,
 * and at another station it is not connected. */
function rowOf(
  view: AtStation,
  unitId: string,
  { profile, access }: { profile: Profile; access: Access }
): ConnectionRow | undefined {
  const last = view.records.connections.find((c) => c.unitId === unitId);
  const same =
    last?.accessKey === access.key &&
    last?.profileVersion === profile.version &&
    last?.stationId === view.stationId;
  return same ? last : undefined;
}

/** Leads, adapters and the box of a unit that the bench feeds: what was chosen, else what is proposed. */
function kitOf(view: AtStation, family: string, row: ConnectionRow | undefined) {
  const fits = (l: LeadSet) => l.families.length === 0 || l.families.includes(family);
  const leads = kitAt(view, 'lead').map(toLeadSet).filter(fits);
  const adapters = kitAt(view, 'adapter').map(toLeadSet).filter(fits);
  const chosen = (list: readonly LeadSet[], id: string | null | undefined) =>
    row ? list.find((l) => l.id === id) : proposeLead(list, family);
  const kit: PlanKit = {
    lead: chosen(leads, row?.leadId),
    adapter: chosen(adapters, row?.adapterId),
    box: toBox(kitAt(view, 'interface').find((k) => k.stationId !== null))
  };
  return { leads, adapters, kit };
}

const NO_KIT = {
  leads: [],
  adapters: [],
  kit: { lead: undefined, adapter: undefined, box: undefined }
};

/** The plan of one role's unit; undefined without a family, an access or a unit. */
export function planSide(deps: Deps, view: ViewOfSide, role: UnitRole): SidePlan | undefined {
  const { profile, access } = sideOf(deps, view, role);
  const unit = view.units[role];
  if (!profile || !access?.spec || !unit) return undefined;
  const there = { ...view, stationId: focusStation(deps, view.job) };
  const row = rowOf(there, unit.id, { profile, access });
  const own = access.carrier === 'can-uds' ? kitOf(there, profile.id, row) : NO_KIT;
  const marking = row?.marking || (unit.labelNumbers['chip-marking'] ?? '');
  const plan = planConnection(profile, access, { kit: own.kit, marking: marking || undefined });
  const facts = {
    ticked: row?.ticked ?? [],
    readings: (row?.readings ?? []).map((r) => ({ ...r, wireKey: r.wireKey ?? undefined }))
  };
  return { ...own, plan, marking, row, judged: judgeConnection(plan, facts) };
}
