import type { AuthorityGap } from '@badger/core/job/authority';
import type { UnitRole } from '@badger/core/job/roles';

/** One piece of security data on the page of the safe: its value is never in it. */
export interface SafeLine {
  /** Undefined where nothing is kept. */
  readonly id: string | undefined;
  readonly name: string;
  readonly kind: 'found' | 'entered';
  /** Of what was entered: from whom, and what proves it. */
  readonly source: string;
  readonly unitTag: string | null;
  readonly role: UnitRole | null;
  /** `kept`: what the unit holds by its trusted reads; `earlier`: kept in another job, not read in this one. `doubted`: its reads of now do not say so. The others: why nothing is kept. */
  readonly state:
    | 'kept'
    | 'earlier'
    | 'doubted'
    | 'unread'
    | 'blank'
    | 'torn'
    | 'voted'
    | 'malformed'
    | 'outside'
    | 'unknown';
  readonly at: Date | undefined;
  readonly personName: string | undefined;
  /** The other job in which it was kept. */
  readonly jobNumber: number | undefined;
}

/** Security data was handed over: what the list shows. */
export interface Handover {
  readonly number: number;
  readonly names: readonly string[];
  readonly receiver: string;
  readonly capacity: string;
  readonly at: Date;
  readonly personName: string;
}

/** The same as the paper shows it, for those who answer to the customer. */
export interface Receipt extends Handover {
  readonly proof: string;
  readonly authority: string;
  readonly signature: readonly (readonly (readonly number[])[])[];
}

/** The safe of one job. */
export interface SafeData {
  readonly authorityGap: AuthorityGap | undefined;
  readonly lines: readonly SafeLine[];
  /** Who holds the same of what several have: sets of equal ones, and who is not known. */
  readonly groups: readonly {
    readonly name: string;
    readonly sets: readonly (readonly string[])[];
    readonly unknown: readonly string[];
  }[];
  readonly looks: readonly {
    readonly name: string;
    readonly reason: string;
    readonly at: Date;
    readonly personName: string;
  }[];
  readonly handovers: readonly Handover[];
}
