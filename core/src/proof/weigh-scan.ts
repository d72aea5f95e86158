import type { ScanReading } from '../scan/read-scan.ts';
import type { Cause, Evidence } from './cause.ts';

/** What the reading of a scan says about the causes, before anything is measured. */
export function weighScan(reading: ScanReading): Evidence[] {
  const list: Evidence[] = [];
  const add = (cause: Cause, weight: Evidence['weight'], code: string, count = 0) =>
    list.push({ cause, sign: 1, weight, code, params: count > 0 ? { count } : {} });
  for (const group of reading.groups) {
    const count = group.members.length;
    switch (group.id) {
      case 'supply':
        add('supply', group.judgement.verdict === 'stop' ? 'strong' : 'weak', 'proof.scan.supply');
        break;
      case 'network':
        add(
          'network',
          group.judgement.verdict === 'stop' ? 'strong' : 'weak',
          'proof.scan.network'
        );
        break;
      case 'suspect-internal':
        add('unit', 'strong', 'proof.scan.internal', count);
        break;
      case 'suspect-circuit':
        add('wiring', 'medium', 'proof.scan.circuit', count);
        add('actuator', 'medium', 'proof.scan.circuit', count);
        add('unit', 'weak', 'proof.scan.circuit', count);
        break;
      case 'immobiliser':
        add('other-unit', 'medium', 'proof.scan.immobiliser', count);
        break;
      case 'elsewhere':
        add('other-unit', 'weak', 'proof.scan.elsewhere', count);
        break;
      default:
        break;
    }
  }
  if (reading.suspectState === 'silent') {
    add('unit', 'medium', 'proof.scan.silent');
    add('supply', 'medium', 'proof.scan.silent');
    add('network', 'weak', 'proof.scan.silent');
  }
  return list;
}
