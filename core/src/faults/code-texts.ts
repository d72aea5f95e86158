/**
 * Texts of standard codes that this work meets, in our words. Source: SAE J2012 / ISO 15031-6, from memory.
 * Codes without an entry are shown by their structure.
 */
const TEXTS: Readonly<Record<string, string>> = {
  P0100: 'air mass or volume flow circuit',
  P0101: 'air mass or volume flow, range or performance',
  P0102: 'air mass or volume flow circuit low',
  P0105: 'manifold or barometric pressure circuit',
  P0110: 'intake air temperature circuit',
  P0112: 'intake air temperature circuit low',
  P0113: 'intake air temperature circuit high',
  P0115: 'engine coolant temperature circuit',
  P0117: 'engine coolant temperature circuit low',
  P0118: 'engine coolant temperature circuit high',
  P0120: 'throttle or pedal position sensor A circuit',
  P0122: 'throttle or pedal position sensor A circuit low',
  P0190: 'fuel rail pressure sensor circuit',
  P0192: 'fuel rail pressure sensor circuit low',
  P0193: 'fuel rail pressure sensor circuit high',
  P0200: 'injector circuit',
  P0201: 'injector circuit, cylinder 1',
  P0202: 'injector circuit, cylinder 2',
  P0203: 'injector circuit, cylinder 3',
  P0204: 'injector circuit, cylinder 4',
  P0222: 'throttle or pedal position sensor B circuit low',
  P0300: 'random misfire',
  P0335: 'crankshaft position sensor A circuit',
  P0340: 'camshaft position sensor A circuit',
  P0403: 'exhaust gas recirculation control circuit',
  P0420: 'catalyst efficiency below threshold, bank 1',
  P0500: 'vehicle speed sensor A',
  P0513: 'incorrect immobiliser key',
  P0560: 'system voltage',
  P0561: 'system voltage unstable',
  P0562: 'system voltage low',
  P0563: 'system voltage high',
  P0600: 'serial communication link',
  P0601: 'control unit: memory checksum error',
  P0602: 'control unit: programming error',
  P0603: 'control unit: keep-alive memory error',
  P0604: 'control unit: random access memory error',
  P0605: 'control unit: read-only memory error',
  P0606: 'control unit: processor fault',
  P0607: 'control unit: performance',
  P060A: 'control unit: processor monitoring',
  P060B: 'control unit: analogue conversion',
  P0611: 'fuel injector control unit: performance',
  P062F: 'control unit: EEPROM error',
  P0630: 'VIN not programmed or incompatible, engine unit',
  P0633: 'immobiliser key not programmed, engine unit',
  P0641: 'sensor reference voltage A circuit open',
  P0651: 'sensor reference voltage B circuit open',
  P0685: 'engine unit power relay control circuit open',
  P0700: 'transmission control system: request for the warning lamp',
  P0702: 'transmission control system: electrical',
  P0705: 'transmission range sensor circuit',
  P0710: 'transmission fluid temperature sensor circuit',
  P0711: 'transmission fluid temperature sensor, range or performance',
  P0715: 'input or turbine speed sensor circuit',
  P0720: 'output speed sensor circuit',
  P0733: 'gear 3 incorrect ratio',
  P0750: 'shift solenoid A',
  P0753: 'shift solenoid A, electrical',
  P0755: 'shift solenoid B',
  P0758: 'shift solenoid B, electrical',
  P0763: 'shift solenoid C, electrical',
  P0768: 'shift solenoid D, electrical',
  P0841: 'transmission fluid pressure sensor A circuit',
  P1610: 'maker: immobiliser data of the engine unit',
  P2122: 'pedal position sensor D circuit low',
  P2127: 'pedal position sensor E circuit low',
  P2138: 'pedal position sensors D and E do not agree',
  B0001: 'driver frontal stage 1 deployment control',
  B0028: 'right side airbag deployment control',
  B1000: 'maker: control unit, internal',
  C0035: 'left front wheel speed sensor',
  C0040: 'right front wheel speed sensor',
  C0051: 'steering wheel position sensor',
  U0001: 'high speed CAN bus',
  U0010: 'medium speed CAN bus',
  U0073: 'control module communication bus A off',
  U0100: 'lost communication with engine unit A',
  U0101: 'lost communication with transmission unit',
  U0121: 'lost communication with brake unit',
  U0131: 'lost communication with power steering unit',
  U0140: 'lost communication with body unit',
  U0146: 'lost communication with gateway A',
  U0151: 'lost communication with restraint unit',
  U0155: 'lost communication with instrument cluster',
  U0158: 'lost communication with head-up display',
  U0164: 'lost communication with climate unit',
  U0167: 'lost communication with immobiliser unit',
  U0199: 'lost communication with door unit A',
  U0200: 'lost communication with door unit B',
  U0214: 'lost communication with remote function actuation',
  U0401: 'invalid data received from engine unit A',
  U0402: 'invalid data received from transmission unit',
  U0415: 'invalid data received from brake unit',
  U0420: 'invalid data received from power steering unit',
  U0422: 'invalid data received from body unit',
  U0423: 'invalid data received from instrument cluster',
  U0424: 'invalid data received from climate unit',
  U0426: 'invalid data received from immobiliser unit',
  U0447: 'invalid data received from gateway A',
  U0452: 'invalid data received from restraint unit',
  U1000: 'maker: bus communication',
  U3000: 'control module',
  U3003: 'battery voltage'
};

/** Text of a standard code in our words; undefined when we have none. */
export function findCodeText(code: string): string | undefined {
  return TEXTS[code];
}

/**
 * Units that a lost-communication code speaks of, by the kind used here.
 * Source: SAE J2012 network codes U01xx, from memory.
 */
const LOST: Readonly<Record<string, string>> = {
  U0100: 'engine',
  U0101: 'transmission',
  U0121: 'brakes',
  U0131: 'steering',
  U0140: 'body',
  U0146: 'gateway',
  U0151: 'airbag',
  U0155: 'cluster',
  U0164: 'climate',
  U0167: 'immobiliser',
  U0199: 'doors',
  U0200: 'doors',
  U0214: 'comfort'
};

/** Kind of the unit that a code says it has lost; undefined for any other code. */
export function findLostPartner(code: string): string | undefined {
  return LOST[code];
}

/**
 * Units whose data others call invalid, by the kind used here. Source: SAE J2012 network codes U04xx, from memory.
 */
const INVALID: Readonly<Record<string, string>> = {
  U0401: 'engine',
  U0402: 'transmission',
  U0415: 'brakes',
  U0420: 'steering',
  U0422: 'body',
  U0423: 'cluster',
  U0424: 'climate',
  U0447: 'gateway',
  U0452: 'airbag'
};

/** Kind of the unit that a code says it has invalid data from; undefined for any other code. */
export function findInvalidPartner(code: string): string | undefined {
  return INVALID[code];
}

/**
 * Codes by which a unit only asks for the lamp of another: the fault lies where the other unit keeps it.
 * Source: SAE J2012 P0700, from memory.
 */
const LAMP: Readonly<Record<string, string>> = { P0700: 'transmission' };

/** Kind of the unit for which this code asks the warning lamp; undefined for any other code. */
export function findLampRequest(code: string): string | undefined {
  return LAMP[code];
}

/** Codes that speak of the supply, not of a part. Source: SAE J2012, from memory. */
export function isSupplyCode(code: string): boolean {
  return /^(P056[0-3]|U3003|P0685)$/.test(code);
}

/** Codes that speak of the bus itself. U0001 to U00FF. Source: SAE J2012, from memory. */
export function isBusCode(code: string): boolean {
  return /^U00[0-9A-F]{2}$/.test(code) && code !== 'U0000';
}
