import type { None } from '../base/codes.ts';

/** What `scan` tells: problems, findings and verdicts by code, each with its figures. */
export interface ScanCodes {
  'doip.unit.unknown': None;
  'doip.unit.unreachable': None;
  'layout.answer.missing': { unit: string };
  'layout.unit.twice': { unit: string };
  'scan.accused.unit': { unit: string; by: number };
  'scan.codes.elsewhere': { count: number; units: number };
  'scan.codes.internal': { count: number; units: number };
  'scan.codes.old': { count: number };
  'scan.file.malformed': { path: string; reason: string };
  'scan.file.text': None;
  'scan.immobiliser.mismatch': { count: number };
  'scan.lost.follows': { unit: string; partners: number };
  'scan.lost.returned': { unit: string; partners: number };
  'scan.network.everybody': { units: number };
  'scan.network.faulty': { silent: number; codes: number };
  'scan.network.stored': None;
  'scan.silent.other': { unit: string };
  'scan.silent.suspect': { unit: string };
  'scan.supply.codes': { units: number };
  'scan.supply.high': { batteryMv: number };
  'scan.supply.low': { batteryMv: number; units: number };
  'scan.supply.one': None;
  'scan.suspect.actuator': { count: number; unit: string };
  'scan.suspect.circuit': { count: number; unit: string };
  'scan.suspect.internal': { count: number; unit: string };
  'scan.suspect.other': { count: number; unit: string };
  'scan.text.empty': None;
  'scan.text.huge': { found: number; most: number };
  'scan.text.long': { found: number; most: number };
  'scan.text.many': { found: number; most: number };
  'scan.text.wide': { row: number; most: number };
  'scan.unread.others': { count: number };
  'scan.unread.suspect': { unit: string };
  'uds.answer.negative': { service: string; nrc: string; nrcNumber: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ScanCodes {}
}
