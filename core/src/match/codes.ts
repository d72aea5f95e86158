import type { None } from '../base/codes.ts';
import type { Param } from '../base/result.ts';

/** What `match` tells: problems, findings and verdicts by code, each with its figures. */
export interface MatchCodes {
  'donor.family.other': { found: string; family: string };
  'donor.field.apart': {
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.carried': {
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.compatible': { field?: string };
  'donor.field.differs': { field?: string; why?: string; cost?: string };
  'donor.field.earlier': { field?: string; why?: string };
  'donor.field.equal': {
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.grouped': { field: string };
  'donor.field.ignored': {
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.later': { field?: string };
  'donor.field.othermake': {
    make: string;
    note: string;
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.rounded': { field: string; why: string };
  'donor.field.same': {
    field: string;
    original: string;
    candidate: string;
    why: string;
    where: string;
  };
  'donor.field.superseded': { field?: string; why?: string };
  'donor.field.supersedes': { field?: string };
  'donor.field.unasked': { field?: string; why?: string };
  'donor.field.unheld': { field?: string; why?: string; where?: string };
  'donor.field.unknown': { field?: string };
  'donor.field.unread': { field?: string; why?: string; where?: string };
  'donor.field.zero': { field?: string };
  'donor.unit.ask': { names: string };
  'donor.unit.fits': { family: string };
  'parts.answer.other': { asked: string; answered: string };
  'parts.chain.loop': { loop: string };
  'shelf.unit.cloned': { tag: string };
  'shelf.unit.dead': { tag: string };
  'shelf.unit.taken': { tag: string; job: number };
  'wear.unit.good': None;
  'wear.unit.partly': { known: number; count: number };
  'wear.unit.unread': { count: number };
  'wear.unit.untold': None;
  'wear.unit.used': { name?: string; found?: Param; unit?: string };
  'wear.unit.worn': { name?: string; found?: Param; unit?: string };
  'wear.value.good': { name: string; found: number; unit: string };
  'wear.value.near': { name: string; found: number; unit: string };
  'wear.value.unknown': None;
  'wear.value.used': { name: string; found: number; unit: string };
  'wear.value.worn': { name: string; found: number; unit: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends MatchCodes {}
}
