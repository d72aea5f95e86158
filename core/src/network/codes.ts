/** What `network` tells: verdicts by code, each with its figures. Units: ms, minutes. */
export interface NetworkCodes {
  'network.check.none': { service: string };
  'network.check.old': { minutes: number };
  'network.credits.short': { have: number; need: number };
  'network.credits.unknown': { need: number };
  'network.licence.none': { service: string };
  'network.licence.other': { vin: string };
  'network.login.failed': { tries: number; reason: string };
  'network.name.unknown': { host: string };
  'network.need.none': Readonly<Record<never, never>>;
  'network.pings.lost': { lost: number; sent: number; slowestMs: number; minutes: number };
  'network.pings.slow': { sent: number; slowestMs: number; minutes: number };
  'network.service.absent': { service: string };
  'network.service.blocked': { host: string };
  'network.service.ready': { sent: number; slowestMs: number; minutes: number; credits: number };
  'network.service.unreached': { host: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends NetworkCodes {}
}
