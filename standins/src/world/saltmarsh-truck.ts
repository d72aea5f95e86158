import type { UnitSpec } from '../modules/module.ts';

/** The truck whose engine unit is cloned twice: the first clone fails in it. All numbers are invented. */
export const TRUCK_VIN = 'U8PLE9B1300340512';

const ALONE = ['P0201-13/2F', 'P0335-31/2F', 'U0101-87/2F'];

export const TRUCK_UNITS: readonly UnitSpec[] = [
  {
    ...{ tag: '0481', benchFaults: ALONE, family: 'PW-EC9', chipId: '9E0A8133' },
    stageFaults: { 'injector-1': 'shorted' },
    fields: {
      'hardware-number': '0889004402',
      'service-number': 'PS-7714-02',
      serial: '8890031207',
      vin: TRUCK_VIN
    },
    // where no checksum looks some cells read wrong while it is cold, and twice the same
    coldCells: { backup: { start: 0xd100, end: 0xd400, uploads: 2 } }
  },
  {
    ...{ tag: '0482', benchFaults: ALONE, family: 'PW-EC9', chipId: '9E0A8240' },
    fields: {
      'hardware-number': '0889004402',
      'service-number': 'PS-7714-02',
      serial: '8890029958',
      vin: 'U8PLE9B1900415519'
    }
  }
];
