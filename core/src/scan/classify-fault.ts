import { describeFailureType } from '../faults/failure-types.ts';
import type { Fault } from '../faults/fault.ts';

/** The unit accuses itself: memory, processor, checksum. Source: SAE J2012 P0601 to P060F and P062F, from memory. */
export function isInternal(fault: Pick<Fault, 'code' | 'failureType'>): boolean {
  if (/^P060[1-9A-F]$|^P062F$/.test(fault.code)) return true;
  return (
    fault.failureType !== undefined && describeFailureType(fault.failureType).kind === 'internal'
  );
}

/**
 * The fault names a circuit: by its failure type, or by the number range of circuits where there is no type. What an
 * engine does with its mixture, catalyst, tank vapour or gears is no circuit. Source: SAE J2012 ranges, from memory.
 */
export function isCircuit(fault: Pick<Fault, 'code' | 'failureType'>): boolean {
  if (isFunction(fault.code)) return false;
  if (fault.failureType !== undefined && fault.failureType !== 0) {
    const { kind } = describeFailureType(fault.failureType);
    return kind === 'electrical' || kind === 'signal';
  }
  return /^P0(1[0-9]|2[0-6]|3[3-9]|4[0-9]|7[0-9])/.test(fault.code);
}

/** Mixture, catalyst, tank vapour, gear ratio: what the engine or gearbox does, whatever the wires are like. */
function isFunction(code: string): boolean {
  return /^P0(17[0-5]|4[23][0-9]|44[0-2]|45[5-7]|46[89]|49[6-9]|73[0-9]|74[01])$/.test(code);
}

/**
 * The part at the end of the wire moves wrongly, or the code is that of a valve or an injector: it is tried before a unit
 * is. Source: SAE J2012 failure types 71 to 77 and 92 to 97, solenoid and injector ranges, from memory.
 */
export function isActuator(fault: Pick<Fault, 'code' | 'failureType'>): boolean {
  const { failureType } = fault;
  if (failureType !== undefined && failureType !== 0) {
    const { kind } = describeFailureType(failureType);
    return kind === 'mechanical' || kind === 'component';
  }
  return /^P0(7[5-7][0-9])$/.test(fault.code);
}

/** The code says that two units do not know each other. Source: SAE J2012 and common practice, from memory. */
export function isImmobiliserCode(code: string): boolean {
  return /^(P0513|P063[03]|P1610|U0426|U0167)$/.test(code);
}
