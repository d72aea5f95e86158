import type { None } from '../base/codes.ts';

/** What `port` tells: problems, findings and verdicts by code, each with its figures. */
export interface PortCodes {
  'link.box.busy': None;
  'link.box.refused': { command?: string };
  'link.socket.lost': None;
  'world.path.unknown': None;
  'world.request.malformed': None;
  'world.speed.outside': None;
  'world.station.unknown': None;
  'world.unit.elsewhere': None;
  'world.vehicle.unknown': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends PortCodes {}
}
