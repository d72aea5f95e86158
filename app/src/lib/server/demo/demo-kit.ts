import type { LeadWire } from '@badger/core/wiring/lead-set';
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
    cableLink: true,
    drawMa: 350
  };
  const four = ([ground = '', high = '', low = '', feed = '']: readonly string[]): LeadWire[] => [
    { signal: 'ground', mark: ground, colour: 'black' },
    { signal: 'can-h', mark: high, colour: 'yellow' },
    { signal: 'can-l', mark: low, colour: 'green' },
    { signal: 'battery', mark: feed, colour: 'red' }
  ];
  return [
    { ...box, ...on('window'), name: 'Box Window', terminatorOhm: 0, dueAt: inDays(11) },
    {
      ...box,
      ...on('corner'),
      name: 'Box Corner',
      firmware: '1.17',
      terminatorOhm: 120,
      dueAt: inDays(140)
    },
    { ...on('window'), kind: 'supply', name: 'Bench supply Window', ratedMa: 10_000 },
    { ...on('corner'), kind: 'supply', name: 'Bench supply Corner', ratedMa: 5_000 },
    {
      ...on('window'),
      kind: 'lead',
      name: 'Boot lead with terminator',
      families: ['HV-EC4'],
      plugCycles: 431,
      plugLimit: 500,
      ...{ lengthMm: 1200, areaUm2: 1_000_000, contactMohm: 8, terminatorOhm: 120 },
      port: 'bench port',
      wires: [
        ...four(['1', '7', '8', '2']),
        { signal: 'ignition', mark: '3', colour: 'blue' },
        { signal: 'boot-pad', mark: 'P', colour: 'white' }
      ]
    },
    {
      ...on('window'),
      kind: 'lead',
      name: 'Gearbox lead, extra sensor wire',
      families: ['QN-TC2'],
      plugCycles: 88,
      plugLimit: 500,
      ...{ lengthMm: 1500, areaUm2: 750_000, contactMohm: 6, terminatorOhm: 120 },
      port: 'bench port',
      wires: [...four(['1', '5', '6', '2']), { signal: 'sensor', mark: '9', colour: 'grey' }]
    },
    {
      ...on('corner'),
      kind: 'adapter',
      name: 'Solder adapter, body unit',
      families: ['PW-BD1'],
      plugCycles: 12,
      plugLimit: 60,
      ...{ lengthMm: 150, areaUm2: 140_000, contactMohm: 2, terminatorOhm: 0 },
      port: 'adapter port'
    },
    {
      kind: 'lead',
      name: 'Universal bench lead',
      plugCycles: 160,
      plugLimit: 1000,
      ...{ lengthMm: 1800, areaUm2: 1_000_000, contactMohm: 10, terminatorOhm: 0 },
      port: 'bench port',
      wires: [...four(['1', '7', '8', '2']), { signal: 'ignition', mark: '3', colour: 'blue' }]
    },
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
