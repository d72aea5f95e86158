/** What kind of trouble a failure type names, for the reading of a scan. */
export type FailureKind =
  | 'general'
  | 'electrical'
  | 'signal'
  | 'internal'
  | 'program'
  | 'algorithm'
  | 'mechanical'
  | 'network'
  | 'component'
  | 'unknown';

interface FailureType {
  readonly kind: FailureKind;
  readonly text: string;
}

const type = (kind: FailureKind, text: string): FailureType => ({ kind, text });

/** Failure type byte. Source: SAE J2012-DA / ISO 15031-6 annex, from memory; wording ours. */
const TYPES: Readonly<Record<number, FailureType>> = {
  0x00: type('general', 'no further detail'),
  0x01: type('electrical', 'general electrical failure'),
  0x02: type('signal', 'general signal failure'),
  0x04: type('internal', 'internal failure of the unit'),
  0x07: type('mechanical', 'mechanical failure'),
  0x08: type('network', 'bus signal or message failure'),
  0x09: type('component', 'component failure'),
  0x11: type('electrical', 'circuit short to ground'),
  0x12: type('electrical', 'circuit short to battery'),
  0x13: type('electrical', 'circuit open'),
  0x14: type('electrical', 'circuit short to ground or open'),
  0x15: type('electrical', 'circuit short to battery or open'),
  0x16: type('electrical', 'circuit voltage below threshold'),
  0x17: type('electrical', 'circuit voltage above threshold'),
  0x18: type('electrical', 'circuit current below threshold'),
  0x19: type('electrical', 'circuit current above threshold'),
  0x1a: type('electrical', 'circuit resistance below threshold'),
  0x1b: type('electrical', 'circuit resistance above threshold'),
  0x1c: type('electrical', 'circuit voltage out of range'),
  0x1d: type('electrical', 'circuit current out of range'),
  0x1e: type('electrical', 'circuit resistance out of range'),
  0x1f: type('electrical', 'circuit intermittent'),
  0x21: type('signal', 'signal amplitude below minimum'),
  0x22: type('signal', 'signal amplitude above maximum'),
  0x23: type('signal', 'signal stuck low'),
  0x24: type('signal', 'signal stuck high'),
  0x27: type('signal', 'signal changes too fast'),
  0x28: type('signal', 'signal bias level out of range'),
  0x29: type('signal', 'signal invalid'),
  0x2f: type('signal', 'signal erratic'),
  0x31: type('signal', 'no signal'),
  0x38: type('signal', 'signal frequency incorrect'),
  0x41: type('internal', 'general checksum failure'),
  0x42: type('internal', 'general memory failure'),
  0x43: type('internal', 'special memory failure'),
  0x44: type('internal', 'data memory failure'),
  0x45: type('internal', 'program memory failure'),
  0x46: type('internal', 'calibration or parameter memory failure'),
  0x47: type('internal', 'watchdog or safety processor failure'),
  0x48: type('internal', 'supervision software failure'),
  0x49: type('internal', 'internal electronic failure'),
  0x4a: type('program', 'incorrect component installed'),
  0x4b: type('component', 'over temperature'),
  0x51: type('program', 'not programmed'),
  0x52: type('program', 'not activated'),
  0x53: type('program', 'deactivated'),
  0x54: type('program', 'missing calibration'),
  0x55: type('program', 'not configured'),
  0x56: type('program', 'invalid or incompatible configuration'),
  0x57: type('program', 'invalid or incompatible software component'),
  0x61: type('algorithm', 'signal calculation failure'),
  0x62: type('algorithm', 'signal compare failure'),
  0x63: type('algorithm', 'component protection time-out'),
  0x64: type('algorithm', 'signal plausibility failure'),
  0x68: type('algorithm', 'event information'),
  0x71: type('mechanical', 'actuator stuck'),
  0x72: type('mechanical', 'actuator stuck open'),
  0x73: type('mechanical', 'actuator stuck closed'),
  0x76: type('mechanical', 'wrong mounting position'),
  0x77: type('mechanical', 'commanded position not reachable'),
  0x81: type('network', 'invalid serial data received'),
  0x82: type('network', 'alive or sequence counter incorrect'),
  0x83: type('network', 'protection calculation incorrect'),
  0x85: type('network', 'signal above allowable range'),
  0x86: type('network', 'signal invalid'),
  0x87: type('network', 'missing message'),
  0x88: type('network', 'bus off'),
  0x91: type('component', 'parametric'),
  0x92: type('component', 'performance or incorrect operation'),
  0x93: type('component', 'no operation'),
  0x94: type('component', 'unexpected operation'),
  0x95: type('component', 'incorrect assembly'),
  0x96: type('internal', 'component internal failure'),
  0x97: type('component', 'operation obstructed or blocked'),
  0x98: type('component', 'component over temperature')
};

/** The meaning of a failure type; an unknown one keeps its number. */
export function describeFailureType(byte: number): FailureType {
  return (
    TYPES[byte] ?? {
      kind: 'unknown',
      text: `failure type 0x${byte.toString(16).toUpperCase().padStart(2, '0')}`
    }
  );
}
