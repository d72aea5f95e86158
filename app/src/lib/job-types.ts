import type { Judgement } from '@badger/core/base/verdict';
import type { Problem } from '@badger/core/base/result';
import type { ClonePlan } from '@badger/core/clone/plan';
import type { GateFacts } from '@badger/core/gates/facts';
import type { Stop } from '@badger/core/gates/stops';
import type { Finding } from '@badger/core/image/finding';
import type { Range } from '@badger/core/image/range';

export type UnitRoleName = 'original' | 'donor';

export interface SupplyFiguresData {
  readonly minMv: number;
  readonly maxMv: number;
  readonly minMa: number;
  readonly maxMa: number;
  readonly meanMa: number;
  readonly limitMa: number;
}

export interface ReadData {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly sha256: string;
  readonly lengthBytes: number;
  readonly source: 'bench' | 'file';
  readonly sourceName: string;
  readonly takenAt: Date;
  readonly personName: string;
  readonly operationId: string | null;
  readonly supply: SupplyFiguresData | null;
  readonly trust: 'full' | 'half' | 'broken';
}

export interface DifferenceData {
  readonly first: number;
  readonly second: number;
  readonly differingBytes: number;
  readonly bitsLost: number;
  readonly bitsGained: number;
  readonly ranges: readonly Range[];
  readonly cut: boolean;
}

export interface RegionData {
  readonly id: string;
  readonly name: string;
  readonly address: number;
  readonly lengthBytes: number;
  readonly reads: readonly ReadData[];
  readonly state: 'none' | 'single' | 'trusted' | 'disputed';
  readonly agreeing: readonly number[];
  readonly total: number;
  readonly findings: readonly Finding[];
  readonly differences: readonly DifferenceData[];
  readonly verdict: Judgement;
}

export interface UnitData {
  readonly tag: string;
  readonly chipId: string | null;
  readonly place: string;
  readonly numbers: readonly {
    readonly id: string;
    readonly name: string;
    readonly value: string;
  }[];
  readonly identifiedAt: Date | null;
}

export interface OperationData {
  readonly id: string;
  readonly kind: 'identify' | 'read' | 'write';
  readonly role: UnitRoleName;
  readonly unitTag: string;
  readonly stationId: string;
  readonly regionId: string | null;
  readonly state: string;
  readonly regions: readonly {
    readonly regionId: string;
    readonly name: string;
    readonly lengthBytes: number;
    readonly phase: string;
    readonly doneBytes: number;
  }[];
  readonly problem: Problem | null;
  readonly meaning: string | null;
  readonly personName: string;
  readonly startedAt: Date | null;
  readonly endedAt: Date | null;
}

export interface JobData {
  readonly number: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vin: string;
  readonly family: string;
  readonly complaint: string;
  readonly authorisedBy: string | null;
  readonly proofOutcome: 'cause' | 'not-cause' | 'open';
  readonly proofReason: string | null;
  readonly note: string | null;
  readonly stationId: string | null;
  readonly promisedAt: Date | null;
  readonly createdAt: Date;
  readonly closedAt: Date | null;
  readonly line: Record<Stop, Judgement>;
  readonly next: { readonly stop: Stop; readonly judgement: Judgement };
  /** Facts for the gates, without what the bench says by itself. */
  readonly gateFacts: Omit<GateFacts, 'supply' | 'stationBusy' | 'connected'>;
  readonly units: Partial<Record<UnitRoleName, UnitData>>;
  readonly regions: Record<UnitRoleName, readonly RegionData[]>;
  readonly clone:
    { readonly plan: ClonePlan; readonly builtAt: Date; readonly builtBy: string } | undefined;
  readonly cloneState: 'none' | 'stale' | 'built';
  readonly operations: readonly OperationData[];
  readonly lastWrite: OperationData | undefined;
  readonly match: readonly {
    readonly id: string;
    readonly name: string;
    readonly rule: 'equal' | 'ignore';
    readonly original: string;
    readonly donor: string;
    readonly differs: boolean;
  }[];
  readonly way:
    | {
        readonly name: string;
        readonly steps: readonly string[];
        readonly holdPad: string | undefined;
        readonly driven: boolean;
        readonly supply:
          | { voltageMinMv: number; voltageMaxMv: number; limitMinMa: number; limitMaxMa: number }
          | undefined;
      }
    | undefined;
}
