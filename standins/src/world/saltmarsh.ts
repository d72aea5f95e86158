import type { UnitSpec } from '../modules/module.ts';
import { TRUCK_UNITS } from './saltmarsh-truck.ts';
import type { StationSpec } from './world.ts';

/** The stations of Saltmarsh Bench. */
export const STATIONS: readonly StationSpec[] = [
  {
    id: 'window',
    name: 'Window',
    ratedMa: 10_000,
    boxPort: 0,
    supplyPort: 0,
    chipPort: 0,
    sensePort: 0
  },
  {
    id: 'corner',
    name: 'Corner',
    ratedMa: 5_000,
    boxPort: 0,
    supplyPort: 0,
    chipPort: 0,
    sensePort: 0
  }
];

/** What an engine unit complains about when nothing is plugged to it: ten that must be there. */
const ALONE_ENGINE = [
  ...['P0201-13', 'P0202-13', 'P0203-13', 'P0204-13'],
  ...['P0113-13', 'P0118-13', 'P0193-31', 'P0335-31', 'P0340-31', 'U0101-87']
].map((c) => `${c}/2F`);
const ALONE_GEARBOX = ['P0753-13', 'P0758-13', 'P0710-13', 'P0715-31', 'U0100-87'].map(
  (c) => `${c}/2F`
);
const ALONE_BODY = ['B1000-13', 'U0155-87', 'U0100-87'].map((c) => `${c}/2F`);

/** What an engine unit and the body unit of its truck both know. Invented, as hex. */
const SHARED_SECRET = '4b1d90a7c35e2f6688d104b9e27a531c';

/** The units that lie about in the workshop. All numbers are invented. */
export const UNITS: readonly UnitSpec[] = [
  {
    tag: '0417',
    stageFaults: { processor: 'broken' },
    fitted: 'van-12',
    benchFaults: [...ALONE_ENGINE, 'P0606-49/2F'],
    family: 'HV-EC4',
    chipId: '5C1A09E2',
    fields: {
      'hardware-number': '0731204418',
      'software-number': 'H4C-2207-B',
      serial: '1933008712',
      vin: 'U8HVC3F2401084417'
    }
  },
  {
    tag: '0388',
    benchFaults: ALONE_ENGINE,
    family: 'HV-EC4',
    chipId: '5C1B77D0',
    fields: {
      'hardware-number': '0731204418',
      'software-number': 'H4C-2109-A',
      serial: '1930114402',
      vin: 'U8HVC3F2500966203'
    }
  },
  {
    tag: '0419',
    stageFaults: { 'injector-2': 'shorted' },
    fitted: 'van-7',
    benchFaults: [...ALONE_ENGINE, 'P0202-12/2F'],
    family: 'HV-EC4',
    chipId: '5C1A4F31',
    fields: {
      'hardware-number': '0731204418',
      'software-number': 'H4C-2207-B',
      serial: '1933010155',
      vin: 'U8HVC3F2901084512'
    },
    // water damage: every third upload or so loses bits
    wrongUploads: { 'data-flash': [2, 5, 9, 12], 'program-flash': [2, 4, 7, 11] }
  },
  {
    tag: '0421',
    benchFaults: ALONE_ENGINE,
    family: 'HV-EC4',
    chipId: '5C1B90A6',
    fields: {
      'hardware-number': '0731204420',
      'software-number': 'H4C-2301-C',
      serial: '1935120077',
      vin: 'U8HVC3F2301102938'
    }
  },
  {
    tag: '0424',
    benchFaults: ALONE_ENGINE,
    family: 'HV-EC4',
    chipId: '5C1B93C4',
    fields: {
      'hardware-number': '0731204420',
      'software-number': 'H4C-2301-C',
      serial: '1935120424',
      vin: 'U8HVC3F2601100424'
    }
  },
  {
    tag: '0390',
    stageFaults: { processor: 'broken' },
    fitted: 'minibus-3',
    benchFaults: [...ALONE_GEARBOX, 'P0606-49/2F'],
    family: 'QN-TC2',
    chipId: '71B03F08',
    fields: {
      'hardware-number': '0460811203',
      'software-number': 'T2-0915-E',
      serial: '2217700145',
      vin: 'U8NMB7D1902200931'
    }
  },
  {
    tag: '0391',
    benchFaults: ALONE_GEARBOX,
    family: 'QN-TC2',
    chipId: '71B044AC',
    fields: {
      'hardware-number': '0460811203',
      'software-number': 'T2-0915-E',
      serial: '2217709931',
      vin: 'U8CGX1A8303001177'
    }
  },
  {
    tag: '0402',
    stageFaults: { memory: 'broken' },
    benchFaults: [...ALONE_BODY, 'P062F-46/2F'],
    family: 'PW-BD1',
    chipId: '0D9F7712',
    fields: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      serial: '4410093312',
      vin: 'U8PLT5C3500771268'
    },
    // corroded: cells of the EEPROM waver, and the leads to the processor are bad: hardly two reads alike
    readFaults: {
      eeprom: { kind: 'failing-cells', seed: 123 },
      processor: { kind: 'contact-noise', seed: 16 }
    }
  },
  {
    tag: '0405',
    benchFaults: ALONE_GEARBOX,
    family: 'CV-GX7',
    chipId: 'C7004D12',
    fields: {
      'hardware-number': '0557009104',
      'software-number': 'G7-14-220',
      serial: '5517702231',
      vin: 'U8CGX7A8100441290'
    }
  },
  {
    tag: '0471',
    benchFaults: ALONE_ENGINE,
    family: 'PW-EC9',
    chipId: '9E0A61B4',
    fields: {
      'hardware-number': '0889004402',
      'service-number': 'PS-7714-02',
      serial: '8890017745',
      vin: 'U8PLE9B1200340077',
      'immobiliser-secret': SHARED_SECRET
    }
  },
  {
    tag: '0473',
    benchFaults: ALONE_ENGINE,
    family: 'PW-DX2',
    chipId: 'D20C1187',
    fields: {
      'hardware-number': '0883012011',
      'software-number': 'DX2-041-C',
      serial: '8830122961',
      vin: 'U8PLD2A6400118830'
    }
  },
  // two that never leave their vehicle
  {
    tag: '0422',
    fitted: 'van-15',
    family: 'HV-EC6',
    chipId: '6E15C0A3',
    fields: {
      'hardware-number': '0731306011',
      'software-number': 'H6E-2402-A',
      serial: '1936401207',
      vin: 'U8HVD6E1803004421'
    }
  },
  {
    tag: '0461',
    fitted: 'minibus-5',
    family: 'QN-EC1',
    chipId: '1EC10D58',
    fields: { 'hardware-number': '0450103303', vin: 'U8NME3A1404400588' }
  }
];

/** Units that only their memory chip tells of: nothing in them speaks on a bench. All numbers are invented. */
export const CHIP_UNITS: readonly UnitSpec[] = [
  { tag: '0371', family: 'MD-IM3', chipId: '', fields: {} },
  { tag: '0372', family: 'MD-IM3', chipId: '', fields: {} },
  {
    ...{ tag: '0396', family: 'MD-CM5', chipId: '' },
    fields: { 'hardware-number': '0991410507', serial: '9044120117', vin: 'U8MCA2B3302103377' }
  },
  {
    ...{ tag: '0340', family: 'MD-CM5', chipId: '' },
    fields: { 'hardware-number': '0991410509', serial: '9044118805', vin: 'U8MCA2B3102208841' }
  },
  {
    ...{ tag: '0341', family: 'MD-CM5', chipId: '' },
    fields: { 'hardware-number': '0991410509', serial: '9044115519', vin: 'U8MCA2B3302301196' }
  },
  {
    ...{ tag: '0342', family: 'MD-CM5', chipId: '' },
    fields: { 'hardware-number': '0991410507', serial: '9044121034', vin: 'U8MCA2B3102208841' }
  },
  {
    ...{ tag: '0343', family: 'MD-CM5', chipId: '' },
    fields: { 'hardware-number': '0991410507', serial: '9044116620', vin: 'U8MCA2B3302301196' }
  },
  { tag: '0437', family: 'SR-KU1', chipId: '', fields: {} },
  { tag: '0438', family: 'SR-KU1', chipId: '', fields: {} }
];

/** Used units that serve as donors, and the body unit that knows an engine unit's secret. All numbers are invented. */
export const DONOR_UNITS: readonly UnitSpec[] = [
  ...TRUCK_UNITS,
  {
    ...{ tag: '0332', benchFaults: ALONE_BODY, family: 'PW-BD1', chipId: '0D9F6630' },
    fields: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      serial: '4410081174',
      vin: 'U8PLT5C3X00884410'
    }
  },
  {
    ...{ tag: '0403', benchFaults: ALONE_BODY, family: 'PW-BD1', chipId: '0D9F7713' },
    fields: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      serial: '4410093388',
      vin: 'U8PLE9B1200340077',
      'immobiliser-secret': SHARED_SECRET
    }
  },
  {
    ...{ tag: '0406', benchFaults: ALONE_GEARBOX, family: 'CV-GX7', chipId: 'C7004E90' },
    fields: {
      'hardware-number': '0557009104',
      'software-number': 'G7-14-220',
      serial: '5517704417',
      vin: 'U8CGX7A8700512203'
    }
  },
  {
    ...{ tag: '0472', benchFaults: ALONE_ENGINE, family: 'PW-EC9', chipId: '9E0A70C8' },
    fields: {
      'hardware-number': '0889004402',
      'service-number': 'PS-7714-02',
      serial: '8890021160',
      vin: 'U8PLE9B1100418852'
    }
  },
  {
    ...{ tag: '0474', benchFaults: ALONE_ENGINE, family: 'PW-DX2', chipId: 'D20C2A41' },
    fields: {
      'hardware-number': '0883012011',
      'software-number': 'DX2-041-C',
      serial: '8830124406',
      vin: 'U8PLD2A6800220714'
    }
  }
];
