import type { Judgement } from '@badger/core/base/verdict';
import type { BudgetLine, PowerLoad } from '@badger/core/electrical/budget';
import type { PathVoltage } from '@badger/core/electrical/power-path';
import type { NetworkNeed, NetworkProbe } from '@badger/core/network/judge-network';
import type { DeskValue, VehicleInput } from './desk-values.ts';
import type { UnitRole } from '@badger/core/job/roles';
import type { DismantleStep, SupplyNeed } from '@badger/core/profile/profile';
import type { Cause } from '@badger/core/diagnosis/causes';
import type { HandshakeEvidence } from '@badger/core/diagnosis/evidence';
import type { RankedCause } from '@badger/core/diagnosis/rank-causes';
import type { ConnectionPlan } from '@badger/core/wiring/connection-plan';
import type { ConnectionReading, JudgedConnection } from '@badger/core/wiring/judge-connection';
import type { LeadSet } from '@badger/core/wiring/lead-set';

/** How power reaches one unit. Units: mV, mA. */
export interface PowerData {
  readonly need: SupplyNeed;
  /** The family gives no figures: cautious ones are taken. */
  readonly assumed: boolean;
  readonly beside: readonly PowerLoad[];
  readonly lines: readonly BudgetLine[];
  readonly ratedMa: number | undefined;
  readonly budget: Judgement;
  readonly limitMa: number | undefined;
  readonly sourceMv: number;
  readonly along: PathVoltage;
  readonly volts: Judgement;
}

/** How one unit of a job is connected, for the page. */
export interface WiringData {
  readonly role: UnitRole;
  readonly tag: string;
  readonly family: string;
  readonly accessName: string;
  readonly plan: ConnectionPlan;
  readonly leads: readonly LeadSet[];
  readonly adapters: readonly LeadSet[];
  readonly adapter: LeadSet | undefined;
  readonly marking: string;
  /** Undefined: nobody has begun to connect it. */
  readonly connection:
    | {
        readonly id: string;
        readonly at: Date;
        readonly ticked: readonly string[];
        readonly readings: readonly (ConnectionReading & { readonly at: Date })[];
      }
    | undefined;
  readonly judged: JudgedConnection;
  /** Steps of taking it out and opening it that this access needs. */
  readonly dismantling: readonly DismantleStep[];
  readonly power: PowerData | undefined;
}

/** Why a unit did not do what was asked, as far as it can be told, for the page. */
export interface CausesData {
  readonly role: UnitRole;
  readonly tag: string;
  readonly evidenceId: string;
  readonly at: Date;
  readonly evidence: HandshakeEvidence;
  /** Most likely first. */
  readonly causes: readonly (RankedCause & {
    /** The last word on it after a test. */
    readonly finding:
      | {
          readonly cause: Cause;
          readonly outcome: 'confirmed' | 'excluded';
          readonly at: Date;
          readonly person: string;
        }
      | undefined;
  })[];
}

/** Whether the network is ready for what the access asks of a server. */
export interface NetworkData {
  readonly need: NetworkNeed;
  readonly judgement: Judgement;
  readonly at: Date | undefined;
  readonly probe: NetworkProbe | undefined;
}

/** Figures of the power desk that were sent to the job. */
export interface DeskData {
  readonly kept: readonly {
    readonly value: DeskValue;
    readonly judgement: Judgement;
    readonly at: Date;
    readonly person: string;
  }[];
  /** Undefined where the vehicle does not feed the work. */
  readonly vehicle: { readonly start: VehicleInput; readonly now: Judgement } | undefined;
}
