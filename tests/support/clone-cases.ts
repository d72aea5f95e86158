import type { CloneMethod } from '@badger/core/profile/profile';

/** One method of cloning on a family that needs it, with units of the simulated world. */
export interface CloneCase {
  readonly name: string;
  readonly family: string;
  readonly method: CloneMethod;
  readonly key: string;
  readonly chip?: boolean;
  readonly original: string;
  readonly donor: string;
  readonly partner?: string;
  /** Regions that are written. */
  readonly written: readonly string[];
  /** The family’s learnt values are set back in what is written. */
  readonly setBack?: boolean;
  /** A lead has to say so, where nobody knows how it is checked. */
  readonly consent?: boolean;
}

export const CLONE_CASES: readonly CloneCase[] = [
  {
    ...{ name: 'merge on a lifted chip', family: 'MD-CM5', method: 'merge', key: 'lifted-0' },
    ...{ chip: true, original: '0396', donor: '0341', written: ['eeprom'] }
  },
  {
    ...{ name: 'memory chip only, by clip', family: 'MD-IM3', method: 'memory-chip' },
    ...{ key: 'clip-0', chip: true, original: '0371', donor: '0372', written: ['eeprom'] }
  },
  {
    ...{ name: 'memory chip only, over pads', family: 'SR-KU1', method: 'memory-chip' },
    ...{ key: 'pads-0', chip: true, original: '0437', donor: '0438', written: ['memory'] },
    consent: true
  },
  {
    ...{ name: 'merge on the bench', family: 'PW-BD1', method: 'merge', key: 'bench-0' },
    ...{ original: '0403', donor: '0332', written: ['eeprom'] }
  },
  {
    ...{ name: 'patch one secret, of the body unit', family: 'PW-EC9', method: 'patch-secret' },
    ...{ key: 'bench-0', original: '0471', donor: '0472', partner: '0403', written: ['backup'] }
  },
  {
    ...{ name: 'scrambled, merged laid bare', family: 'CV-GX7', method: 'merge', key: 'bench-0' },
    ...{ original: '0405', donor: '0406', written: ['eeprom', 'flash'] }
  },
  {
    ...{ name: 'whole image with the other make’s donor, learnt values set back' },
    ...{ family: 'QN-TC2', method: 'whole-image', key: 'bench-0' },
    ...{ original: '0390', donor: '0391', setBack: true },
    written: ['eeprom', 'processor', 'external', 'program']
  },
  {
    ...{ name: 'two processors', family: 'PW-DX2', method: 'whole-image', key: 'bench-0' },
    ...{ original: '0473', donor: '0474', written: ['transmission-flash', 'engine-flash'] }
  }
];
