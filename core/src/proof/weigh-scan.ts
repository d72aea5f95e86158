import type { Code } from '../base/codes.ts';
import {
  HIGH_BATTERY_MV,
  isConfirmed,
  LOW_BATTERY_MV,
  type ScanReading
} from '../scan/read-scan.ts';
import type { UnitKind } from '../scan/scan.ts';
import type { Cause, Evidence, Weight } from './cause.ts';

/**
 * Do the codes of a scan count? Only those that were taken while the supply was sound, or that came back after clearing:
 * a unit that was short of volts stores what is not there. A battery that nobody measured is not a sound one.
 */
export function wasSupplySound({ batteryMv, groups }: ScanReading): boolean {
  return (
    batteryMv !== undefined &&
    batteryMv >= LOW_BATTERY_MV &&
    batteryMv <= HIGH_BATTERY_MV &&
    !groups.some((g) => g.id === 'supply')
  );
}

/**
 * What the reading of a scan says about the causes, before anything is measured. `counts`: its codes were taken, or came
 * back, while the supply was sound. What speaks against the unit counts in any case.
 */
export function weighScan(
  reading: ScanReading,
  { suspect, counts }: { suspect: UnitKind | undefined; counts: boolean }
): Evidence[] {
  const list: Evidence[] = [];
  const add = (cause: Cause, weight: Weight, code: Code, count = 0) =>
    list.push({ cause, sign: 1, weight, code, params: count > 0 ? { count } : {} });
  for (const group of reading.groups) {
    const count = group.members.length;
    const confirmed = group.members.filter(isConfirmed).length;
    const grave = group.judgement.verdict === 'stop';
    switch (group.id) {
      case 'supply':
        add('supply', grave ? 'strong' : 'weak', 'proof.scan.supply');
        break;
      case 'network':
        add('network', grave ? 'strong' : 'weak', 'proof.scan.network');
        break;
      case 'suspect-internal':
        if (confirmed === 0) add('unit', 'noted', 'proof.scan.pending', count);
        else if (counts) add('unit', 'strong', 'proof.scan.internal', confirmed);
        else add('unit', 'noted', 'proof.scan.starved', confirmed);
        break;
      case 'suspect-circuit':
        add('wiring', 'medium', 'proof.scan.circuit', count);
        add('actuator', 'medium', 'proof.scan.circuit', count);
        if (counts && confirmed > 0) add('unit', 'weak', 'proof.scan.circuit', confirmed);
        break;
      case 'suspect-actuator':
        add('actuator', 'medium', 'proof.scan.actuator', count);
        add('wiring', 'weak', 'proof.scan.actuator', count);
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
  list.push(...weighAccusations(reading, { suspect, counts }));
  if (reading.suspectState === 'silent') {
    add('unit', 'medium', 'proof.scan.silent');
    add('supply', 'medium', 'proof.scan.silent');
    add('network', 'weak', 'proof.scan.silent');
  }
  return list;
}

const ACCUSED: Readonly<Record<string, readonly [Weight, Code]>> = {
  'invalid-data': ['medium', 'proof.scan.invalid'],
  lamp: ['medium', 'proof.scan.lamp'],
  internal: ['strong', 'proof.scan.otherinternal'],
  'lost-and-silent': ['medium', 'proof.scan.othersilent']
};

/** What others say against a unit counts for it, whether it is the suspect or not. */
function weighAccusations(
  { accusations }: ScanReading,
  { suspect, counts }: { suspect: UnitKind | undefined; counts: boolean }
): Evidence[] {
  return accusations.flatMap(({ kind, because, by, confirmed }): Evidence[] => {
    const [weight, code] = ACCUSED[because] as readonly [Weight, Code];
    const own = kind === suspect;
    // a silent suspect is weighed by its silence
    if (own && because === 'lost-and-silent') return [];
    // against the suspect only what counts and is proven; for another unit also what is only pending
    const said: Weight = own && !(counts && confirmed) ? 'noted' : weight;
    return [
      {
        cause: own ? 'unit' : 'other-unit',
        sign: 1,
        weight: said,
        code,
        params: { count: by, kind }
      }
    ];
  });
}
