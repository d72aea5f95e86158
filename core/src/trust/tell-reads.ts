import type { Finding } from '../image/finding.ts';
import { firstSign, type Sign } from './cause.ts';
import { findRival, type Chosen } from './choose-reference.ts';
import type { ReadComparison, ReadGroup } from './compare-reads.ts';
import type { RegionKnowledge } from './read-set.ts';
import { coveredAsRead, type Sense } from './sense.ts';
import type { Trend } from './trend.ts';

/** What a judgement of reads rests on, the gravest sign first. */
export interface ToTell {
  readonly comparison: ReadComparison;
  readonly chosen: Chosen;
  readonly knowledge: RegionKnowledge;
  readonly signs: readonly Sign[];
  readonly reads: number;
  readonly trend: Trend | undefined;
}

/** Findings of a judgement: signs in the order of causes, then who agrees, then what checks and fields say, then the trend. */
export function evidenceOf({
  chosen,
  comparison,
  knowledge,
  signs,
  reads,
  trend
}: ToTell): Finding[] {
  const { sense, reference } = chosen;
  const first = firstSign(signs);
  const told = [first, ...signs.filter((s) => s !== first)].flatMap((s) => s?.evidence ?? []);
  const list = [
    ...told,
    ...tellGroups(comparison, chosen, reads),
    ...tellSense(sense, knowledge, reference)
  ];
  if (!trend?.worse) return list;
  const params = { first: trend.first, last: trend.last };
  return [...list, { code: 'trust.sign.worse', severity: 'look', params }];
}

function tellGroups(comparison: ReadComparison, chosen: Chosen, reads: number): Finding[] {
  const { groups, positions } = comparison;
  const { reference } = chosen;
  const rival = findRival(comparison, chosen);
  const list: Finding[] = [];
  if (reference.numbers.length > 1)
    list.push({
      ...{ code: 'trust.sign.agree', severity: 'note' },
      params: { reads: reference.numbers.join(', '), bytes: reference.bytes.length }
    });
  if (reads === 1)
    list.push({
      ...{ code: 'trust.sign.alone', severity: 'look' },
      params: { reads: `${reference.numbers[0] ?? 1}` }
    });
  if (groups.length > 1)
    list.push({
      ...{ code: 'trust.sign.apart', severity: 'look' },
      params: { reads, groups: groups.length, bytes: positions.length }
    });
  if (rival && reference.numbers.length > 1)
    list.push({
      ...{ code: 'trust.sign.rival', severity: 'stop' },
      params: { first: reference.numbers.join(', '), second: rival.numbers.join(', ') }
    });
  return list;
}

function tellSense(
  { differ, hold, unknown, fieldsWrong, fieldsSound }: Sense,
  knowledge: RegionKnowledge,
  { bytes, numbers }: ReadGroup
): Finding[] {
  const reads = numbers.join(', ');
  const list: Finding[] = [];
  if (differ + unknown > 0)
    list.push({
      ...{ code: 'trust.sign.checks', severity: 'look' },
      params: { reads, differ, hold, unknown }
    });
  else if (hold > 0)
    list.push({ code: 'trust.sign.checks-hold', severity: 'note', params: { reads, hold } });
  if (fieldsWrong > 0)
    list.push({
      ...{ code: 'trust.sign.fields', severity: 'look' },
      params: { wrong: fieldsWrong, sound: fieldsSound }
    });
  const open =
    bytes.length -
    coveredAsRead(knowledge, bytes.length).reduce(
      (n, r) => n + Math.min(r.end, bytes.length) - Math.min(r.start, bytes.length),
      0
    );
  if (open > 0)
    list.push({ code: 'trust.sign.unchecked', severity: 'note', params: { bytes: open } });
  return list;
}
