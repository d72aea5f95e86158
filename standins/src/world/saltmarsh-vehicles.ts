import type { VehicleSpec } from '../vehicle/vehicle.ts';
import { TRUCK_VIN } from './saltmarsh-truck.ts';

/** The vehicles that stand outside Saltmarsh Bench. VINs are those of the demo jobs; everything is invented. */
export const VEHICLES: readonly VehicleSpec[] = [
  {
    id: 'van-12',
    name: 'Halvard van 12',
    vin: 'U8HVC3F2401084417',
    script: 'unit-fault',
    suspect: 'engine',
    restMv: 12_550,
    engineSpeaksUds: true
  },
  {
    id: 'van-7',
    name: 'Halvard van 7',
    vin: 'U8HVC3F2901084512',
    script: 'wiring-fault',
    suspect: 'engine',
    restMv: 12_450,
    engineSpeaksUds: true
  },
  {
    id: 'van-15',
    name: 'Halvard van 15',
    vin: 'U8HVD6E1803004421',
    script: 'low-battery',
    suspect: 'engine',
    restMv: 11_350,
    engineSpeaksUds: true
  },
  {
    id: 'truck',
    name: 'Pellworth light truck',
    vin: 'U8PLT5C3500771268',
    script: 'unit-flaky',
    suspect: 'body',
    restMv: 12_400,
    engineSpeaksUds: true
  },
  {
    id: 'minibus-3',
    name: 'Quillon minibus 3',
    vin: 'U8NMB7D1902200931',
    script: 'unit-fault',
    suspect: 'transmission',
    restMv: 12_600,
    engineSpeaksUds: false
  },
  {
    id: 'minibus-5',
    name: 'Quillon minibus 5',
    vin: 'U8NME3A1404400588',
    script: 'unit-fault',
    suspect: 'engine',
    restMv: 12_600,
    engineSpeaksUds: true
  },
  {
    id: 'truck-4',
    name: 'Pellworth truck 4',
    vin: TRUCK_VIN,
    script: 'healthy',
    suspect: 'engine',
    restMv: 12_500,
    engineSpeaksUds: true,
    place: { kind: 'engine', family: 'PW-EC9', tag: '0481' }
  },
  {
    id: 'hire-car',
    name: 'Meridane hire car',
    vin: 'U8MCA1B7709900512',
    script: 'immobiliser-mismatch',
    suspect: 'immobiliser',
    restMv: 12_500,
    engineSpeaksUds: true
  }
];
