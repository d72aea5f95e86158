import type { StockState } from '@badger/core/match/judge-stock';
import type { Skill } from '@badger/core/profile/profile';
import type { Prices } from '@badger/core/access-choice/prices';

export interface DemoFacts {
  readonly tag: string;
  readonly labelNumbers?: Readonly<Record<string, string>>;
  readonly stock?: StockState;
  readonly wear?: Readonly<Record<string, number>>;
}

/** Units on the shelf of Saltmarsh Bench that serve no job. All numbers are invented. */
export const DEMO_STOCK: readonly (DemoFacts & { familyId: string; place: string })[] = [
  {
    ...{ tag: '0311', familyId: 'HV-EC4', place: 'shelf B1', stock: 'blank' },
    labelNumbers: {
      'hardware-number': '0731204418',
      'software-number': 'H4C-2301-C',
      'chip-marking': 'K32-2M41',
      market: 'RG-1'
    }
  },
  {
    ...{ tag: '0312', familyId: 'HV-EC4', place: 'shelf B1', stock: 'cloned' },
    labelNumbers: { 'hardware-number': '0731204418', 'chip-marking': 'K32-2M41' }
  },
  {
    ...{ tag: '0313', familyId: 'HV-EC4', place: 'shelf B4', stock: 'dead' },
    labelNumbers: { 'hardware-number': '0731204418', 'chip-marking': 'K32-2M41', market: 'RG-1' }
  },
  {
    ...{ tag: '0320', familyId: 'QN-TC2', place: 'shelf A3', stock: 'unknown' },
    labelNumbers: {
      'hardware-number': '0460822117',
      'software-number': 'T2-0915-E',
      'chip-marking': 'K16-1M20',
      make: 'CORVANE'
    },
    wear: { 'clutch-a': 171, 'clutch-b': 120, 'clutch-c': 131, slip: 22 }
  },
  {
    ...{ tag: '0330', familyId: 'PW-BD1', place: 'shelf D1', stock: 'backed-up' },
    labelNumbers: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      'chip-marking': 'R12-512C',
      market: 'RG-2'
    }
  },
  {
    ...{ tag: '0331', familyId: 'PW-BD1', place: 'shelf D1', stock: 'blank' },
    labelNumbers: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-121',
      'chip-marking': 'R12-512A',
      market: 'RG-2'
    }
  },
  {
    ...{ tag: '0340', familyId: 'MD-CM5', place: 'shelf E2', stock: 'unknown' },
    labelNumbers: {
      'hardware-number': '0991410509',
      frequency: '315MHZ',
      'radio-approval': 'RA-17-0220'
    }
  },
  {
    ...{ tag: '0341', familyId: 'MD-CM5', place: 'shelf E2', stock: 'unknown' },
    labelNumbers: { 'hardware-number': '0991410509', frequency: '433MHZ' }
  }
];

/** What is known of units that serve the demo jobs. */
export const DEMO_FACTS: readonly DemoFacts[] = [
  {
    tag: '0417',
    labelNumbers: {
      'hardware-number': '0731204418',
      'chip-marking': 'K32-2M41',
      market: 'RG-1'
    }
  },
  {
    ...{ tag: '0388', stock: 'backed-up' },
    labelNumbers: {
      'hardware-number': '0731204418',
      'chip-marking': 'K32-2M41',
      market: 'RG-1'
    }
  },
  { tag: '0419', labelNumbers: { 'chip-marking': 'K32-2M41', market: 'RG-1' } },
  { tag: '0421', stock: 'unknown' },
  { tag: '0390', labelNumbers: { 'chip-marking': 'K16-1M20', make: 'QUILLON' } },
  {
    ...{ tag: '0391', stock: 'backed-up' },
    labelNumbers: { 'chip-marking': 'K16-1M20', make: 'CORVANE' },
    wear: { 'clutch-a': 118, 'clutch-b': 122, 'clutch-c': 140, slip: 25 }
  },
  {
    tag: '0402',
    labelNumbers: {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      'chip-marking': 'R12-512A',
      market: 'RG-2'
    }
  },
  {
    tag: '0396',
    labelNumbers: {
      'hardware-number': '0991410507',
      frequency: '433MHZ',
      'radio-approval': 'RA-17-0220'
    }
  },
  {
    ...{ tag: '0405', stock: 'unknown' },
    labelNumbers: {
      'hardware-number': '0557009104',
      'software-number': 'G7-14-220',
      'chip-marking': 'K16-1M33'
    },
    wear: { 'clutch-1': 4.4, 'clutch-2': 4.95, 'shift-fork': 8.4 }
  },
  {
    tag: '0422',
    labelNumbers: { 'hardware-number': '0731306011', 'software-number': 'H6E-2402-A' }
  }
];

/** What the demo people can do at the bench. */
export const DEMO_SKILLS: Readonly<Record<string, Skill[]>> = {
  bench: ['open-case', 'clip', 'vehicle'],
  lead: ['open-case', 'fine-solder', 'clip', 'vehicle']
};

/** Prices of an invented shop. */
export const DEMO_PRICES: Prices = {
  currency: 'EUR',
  hourlyRate: '68.00',
  taxPercent: '19',
  creditPrice: '14.50',
  creditsLeft: 9,
  validDays: 14,
  sealing: '6.40',
  soldering: '4.80',
  families: {
    'HV-EC4': { donor: '140.00', newUnit: '890.00', sendAway: '320.00', sendAwayDays: 6 },
    'HV-EC6': { donor: '', newUnit: '1140.00', sendAway: '', sendAwayDays: 0 },
    'QN-TC2': { donor: '260.00', newUnit: '', sendAway: '480.00', sendAwayDays: 8 },
    'QN-EC1': { donor: '', newUnit: '745.00', sendAway: '', sendAwayDays: 0 },
    'PW-BD1': { donor: '95.00', newUnit: '', sendAway: '240.00', sendAwayDays: 7 },
    'PW-DX2': { donor: '310.00', newUnit: '1620.00', sendAway: '', sendAwayDays: 0 },
    'PW-EC9': { donor: '180.00', newUnit: '980.00', sendAway: '', sendAwayDays: 0 },
    'MD-IM3': { donor: '40.00', newUnit: '210.00', sendAway: '', sendAwayDays: 0 },
    'MD-CM5': { donor: '55.00', newUnit: '', sendAway: '130.00', sendAwayDays: 5 },
    'SR-KU1': { donor: '48.00', newUnit: '', sendAway: '', sendAwayDays: 0 },
    'CV-GX7': { donor: '290.00', newUnit: '', sendAway: '510.00', sendAwayDays: 9 }
  }
};
