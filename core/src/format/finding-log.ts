import type { Code, CodeTable } from '../base/codes.ts';
import type { Finding } from '../image/finding.ts';

/** More findings of one file nobody reads; the rest is counted. */
const MOST = 200;

/** Collects findings of a file without growing with it. */
export class FindingLog {
  readonly findings: Finding[] = [];
  /** Findings beyond those that are kept. */
  more = 0;
  /** One that a person must not pass by was among them. */
  grave = false;

  add<C extends Code>(severity: Finding['severity'], code: C, params: CodeTable[C]): void {
    this.grave ||= severity === 'stop';
    if (this.findings.length < MOST) this.findings.push({ code, severity, params: { ...params } });
    else this.more++;
  }
}
