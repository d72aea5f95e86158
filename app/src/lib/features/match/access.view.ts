import { formatDuration } from '@badger/core/base/format';
import { decimal, formatMoney } from '@badger/core/base/money';
import type { Estimate } from '@badger/core/time/estimate';
import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
import { wordsOfCost } from '$lib/messages/plan.ts';

/** Minutes as people say them. Example: `1.5 h`. */
export const minutes = (count: number) => (count === 0 ? '–' : formatDuration(count * 60));

/** Waiting with its range. Example: `55 min (47 to 69)`. */
export function waitOf(option: AccessOption): string {
  if (option.days > 0) return `${option.days} days`;
  if (option.waitMinutes === 0) return '–';
  const low = Math.round(option.waitLowMinutes);
  const high = Math.round(option.waitHighMinutes);
  const range = low === high ? '' : ` (${low} to ${high} min)`;
  return `${minutes(option.waitMinutes)}${range}`;
}

/** The price, or what the shop has no price for. */
export function costOf(option: AccessOption, currency: string): { text: string; note: string } {
  const { total, missing } = option.cost;
  const money = formatMoney(decimal(total), currency);
  return missing.length === 0
    ? { text: money, note: '' }
    : { text: `at least ${money}`, note: `not set: ${missing.map(wordsOfCost).join(', ')}` };
}

const BASIS: Record<Estimate['basis'], string> = {
  measured: 'measured here',
  family: 'usual with the family',
  arithmetic: 'arithmetic of the line'
};

/** What an estimate rests on. */
export function basisOf(e: Estimate): string {
  const from = e.basis === 'measured' ? `${BASIS.measured}, ${e.samples} times` : BASIS[e.basis];
  return e.leftOut > 0 ? `${from}; ${e.leftOut} faster than the line left out` : from;
}

export const rangeOf = (e: Estimate) =>
  `${formatDuration(e.lowSeconds)} to ${formatDuration(e.highSeconds)}`;

/** What of the memory it reads and writes, in words. */
export function reachOf(option: Pick<AccessOption, 'reads' | 'readsAlone' | 'writes'>): string {
  const { reads, writes, readsAlone = [] } = option;
  const same = writes.length === reads.length ? 'the same' : writes.join(', ');
  const parts = [
    ...(reads.length > 0 ? [`reads ${reads.join(', ')}`] : []),
    ...(readsAlone.length > 0 ? [`reads ${readsAlone.join(', ')} alone`] : []),
    ...(writes.length > 0 ? [`writes ${same}`] : [])
  ];
  return parts.join('; ') || 'nothing';
}
