import type { KitValues } from '../repositories/kit.ts';

const DAY_MS = 86_400_000;

/**
 * The kit of Saltmarsh Bench: invented versions, one lead near its end, one licence due soon, one meter out of date.
 * Shape: days are counted from `midnight`; a piece that hangs on a station that is not there belongs to no station.
 */
// eslint-disable-next-line max-lines-per-function -- a plain table
export function demoKit(midnight: Date, stations: readonly string[]): KitValues[] {
  const inDays = (days: number) => new Date(midnight.getTime() + days * DAY_MS);
  const on = (id: string) => ({ stationId: stations.includes(id) ? id : null });
  const box = {
    kind: 'interface' as const,
    software: '4.2',
    wantedSoftware: '4.2',
    firmware: '1.19',
    wantedFirmware: '1.19',
    cableLink: true
  };
  return [
    { ...box, ...on('window'), name: 'Box Window', dueAt: inDays(11) },
    { ...box, ...on('corner'), name: 'Box Corner', firmware: '1.17', dueAt: inDays(140) },
    { ...on('window'), kind: 'supply', name: 'Bench supply Window', ratedMa: 10_000 },
    { ...on('corner'), kind: 'supply', name: 'Bench supply Corner', ratedMa: 5_000 },
    {
      ...on('window'),
      kind: 'lead',
      name: 'Boot lead with terminator',
      families: ['HV-EC4'],
      plugCycles: 431,
      plugLimit: 500
    },
    {
      ...on('window'),
      kind: 'lead',
      name: 'Gearbox lead, extra sensor wire',
      families: ['QN-TC2'],
      plugCycles: 88,
      plugLimit: 500
    },
    {
      ...on('corner'),
      kind: 'adapter',
      name: 'Solder adapter, body unit',
      families: ['PW-BD1'],
      plugCycles: 12,
      plugLimit: 60
    },
    { kind: 'lead', name: 'Universal bench lead', plugCycles: 160, plugLimit: 1000 },
    { kind: 'meter', name: 'Bench meter', calibrationDueAt: inDays(190) },
    { kind: 'meter', name: 'Vehicle meter', calibrationDueAt: inDays(-9) },
    {
      ...on('window'),
      kind: 'computer',
      name: 'Laptop Window',
      software: '12.3',
      wantedSoftware: '12.3'
    },
    { ...on('corner'), kind: 'probe-frame', name: 'Probe frame, Corner' },
    { ...on('corner'), kind: 'solder-place', name: 'Soldering place' },
    { kind: 'programmer', name: 'Chip programmer', software: '2.6', wantedSoftware: '2.6' },
    { kind: 'clip', name: 'Eight-leg clip', plugCycles: 61, plugLimit: 200 },
    { kind: 'fuse-lead', name: 'Fuse lead, power cycling', families: ['HV-EC6'] },
    { kind: 'network', name: 'Network of the shop', cableLink: true },
    { kind: 'vehicle-supply', name: 'Vehicle support supply', ratedMa: 60_000, dueAt: inDays(200) }
  ];
}
