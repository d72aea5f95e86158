import type { NewJobValues } from '../repositories/jobs.ts';

export interface DemoJob extends Omit<NewJobValues, 'promisedAt'> {
  readonly number: number;
  /** Opening hours of the shop from the moment the demo begins. */
  readonly promisedInHours?: number;
  readonly original?: { tag: string; place: string };
  readonly donor?: { tag: string; place: string };
  readonly closed?: boolean;
  readonly arrival: {
    readonly how: 'vehicle' | 'post' | 'counter';
    readonly parcelNumber: string;
    readonly condition: string;
  };
  /** Paper that was seen; the order was signed. */
  readonly proof?: { readonly kind: 'registration' | 'order'; readonly number: string };
}

/** A signature that nobody's hand made: two strokes, points 0 to 1000. */
export const DEMO_SIGNATURE: number[][][] = [
  [
    [80, 620],
    [150, 380],
    [220, 300],
    [250, 520],
    [300, 640],
    [370, 460],
    [430, 420],
    [480, 600],
    [560, 560],
    [640, 430],
    [720, 520],
    [860, 470]
  ],
  [
    [300, 760],
    [520, 730],
    [820, 740]
  ]
];

export const DEMO_JOBS: readonly DemoJob[] = [
  {
    number: 2031,
    reason: 'failed-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Starts, cuts out in rain' },
    proof: { kind: 'order', number: '5512' },
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 12',
    vin: 'U8HVC3F2401084417',
    familyId: 'HV-EC4',
    complaint: 'Cuts out in rain, water found in the engine unit',
    shows: 'wet road, bonnet under the hose',
    showsMinutes: 20,
    plate: 'NQC 12',
    authorisedBy: 'Fleet office, order 5512',
    proofOutcome: 'cause',
    proofReason: 'Known-good unit fitted: fault gone, no start because of the immobiliser',
    promisedInHours: 9,
    original: { tag: '0417', place: 'bench' },
    donor: { tag: '0388', place: 'shelf B2' }
  },
  {
    number: 2034,
    reason: 'failed-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Towed in, engine bay dried' },
    proof: { kind: 'order', number: '5519' },
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 7',
    vin: 'U8HVC3F2901084512',
    familyId: 'HV-EC4',
    complaint: 'Rough running after a flood, unit was under water',
    shows: 'always, from a cold start on',
    showsMinutes: 0,
    plate: 'NQC 7',
    authorisedBy: 'Fleet office, order 5519',
    proofOutcome: 'cause',
    proofReason: 'Injector outputs 2 and 3 dead with wiring sound',
    promisedInHours: 18,
    original: { tag: '0419', place: 'bench' },
    donor: { tag: '0421', place: 'shelf B3' }
  },
  {
    number: 2027,
    reason: 'failed-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Drives, limp mode when warm' },
    proof: { kind: 'order', number: 'letter of 16 November' },
    customer: 'Reedbank Community Transport',
    vehicle: 'Quillon minibus 3',
    vin: 'U8NMB7D1902200931',
    familyId: 'QN-TC2',
    complaint: 'No third gear, limp mode when warm',
    shows: 'gearbox warm, uphill',
    showsMinutes: 35,
    plate: 'SB 417 K',
    authorisedBy: 'Transport manager, by letter',
    proofOutcome: 'cause',
    proofReason: 'Output driver dead on the bench, wiring and solenoid sound',
    promisedInHours: 15,
    original: { tag: '0390', place: 'shelf A1' },
    donor: { tag: '0391', place: 'shelf A2' }
  },
  {
    number: 2030,
    reason: 'failed-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Windscreen leaks, carpet wet' },
    proof: { kind: 'registration', number: 'PL 77 1268' },
    customer: 'Harbour Fish Supply',
    vehicle: 'Pellworth light truck',
    vin: 'U8PLT5C3500771268',
    familyId: 'PW-BD1',
    complaint: 'Wipers and lights at random, unit corroded under a leaking windscreen',
    authorisedBy: 'Owner, order in writing',
    proofOutcome: 'cause',
    proofReason: 'Green corrosion at the connector side, supply and ground sound',
    promisedInHours: 8.5,
    original: { tag: '0402', place: 'bench' }
  },
  {
    number: 2024,
    reason: 'failed-module',
    arrival: {
      how: 'post',
      parcelNumber: 'EX 4471 90 2',
      condition: 'Box sound, unit wrapped, chip lifted already'
    },
    proof: { kind: 'order', number: '88' },
    customer: 'Estuary Garage, by post',
    vehicle: 'Meridane car',
    vin: 'U8MCA2B3302103377',
    familyId: 'MD-CM5',
    complaint: 'Central locking drops out',
    authorisedBy: 'Estuary Garage, order 88',
    proofOutcome: 'cause',
    proofReason: 'Relay outputs missing on the bench',
    promisedInHours: 27,
    original: { tag: '0396', place: 'solder place' },
    note: 'The chip is lifted: it lies beside the programmer.'
  },
  {
    number: 2019,
    reason: 'new-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Steering column apart' },
    proof: { kind: 'order', number: '301' },
    customer: 'Harbour Hire',
    vehicle: 'Meridane hire car',
    vin: 'U8MCA1B7709900512',
    familyId: 'MD-IM3',
    complaint: 'Immobiliser ring crushed in a steering-column repair',
    authorisedBy: 'Hire desk, order 301',
    proofOutcome: 'cause',
    proofReason: 'Ring cracked through',
    original: { tag: '0371', place: 'returned' },
    closed: true,
    note: 'Done on paper before this application came in.'
  },
  {
    number: 2028,
    reason: 'failed-module',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Runs on three, injector 1 dead' },
    proof: { kind: 'registration', number: 'PL 34 0512' },
    customer: 'Harbour Fish Supply',
    vehicle: 'Pellworth truck 4',
    vin: 'U8PLE9B1300340512',
    familyId: 'PW-EC9',
    complaint: 'Runs on three cylinders',
    shows: 'always',
    showsMinutes: 0,
    plate: 'HFS 4',
    authorisedBy: 'Owner, order in writing',
    proofOutcome: 'cause',
    proofReason: 'Driver of injector 1 shorted inside, wiring and injector sound',
    promisedInHours: 20,
    original: { tag: '0481', place: 'bench' },
    donor: { tag: '0482', place: 'shelf C3' }
  },
  {
    number: 2032,
    reason: 'software',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Drives, nothing stored' },
    proof: { kind: 'order', number: '5516' },
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 15',
    vin: 'U8HVD6E1803004421',
    familyId: 'HV-EC6',
    complaint: 'Maker update due, coding saved',
    authorisedBy: 'Fleet office, order 5516',
    promisedInHours: 17,
    original: { tag: '0422', place: 'in the van' }
  },
  {
    number: 2033,
    reason: 'security',
    arrival: { how: 'vehicle', parcelNumber: '', condition: 'Crashed, key turns' },
    customer: 'Harbour Hire',
    vehicle: 'Sorrel scooter 41',
    vin: 'U8SKU4A1305501923',
    familyId: 'SR-KU1',
    complaint: 'Key not recognised after a crash; arrives this afternoon',
    authorisedBy: null,
    promisedInHours: 26
  },
  {
    number: 2029,
    reason: 'unknown-unit',
    arrival: { how: 'counter', parcelNumber: '', condition: 'Oily, plug dirty' },
    customer: 'Breaker, walk-in',
    vehicle: 'Corvane gearbox unit, loose',
    vin: 'U8CGX7A8100441290',
    familyId: 'CV-GX7',
    complaint: 'What is this and is it any good?',
    authorisedBy: 'Walk-in, paid in cash',
    proofOutcome: 'open',
    original: { tag: '0405', place: 'shelf C1' },
    note: 'Judged worn from its adaptation values on paper; put on the shelf.'
  }
];
