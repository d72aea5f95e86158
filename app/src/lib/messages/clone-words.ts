import { formatCount } from '@badger/core/base/format';
import type { ByteOrigin } from '@badger/core/clone/plan';
import type { PlanTelling } from '@badger/core/clone/tell-plan';

/** Where bytes come from, as a row of a table says it. */
export const ORIGIN_WORDS: Readonly<Record<ByteOrigin, string>> = {
  original: 'Original',
  donor: 'Donor',
  patched: 'Put in place',
  checksum: 'Corrected checksum',
  supplied: 'Supplied file',
  filler: 'Set back'
};

const bytes = (n: number) => `${formatCount(n)} ${n === 1 ? 'byte' : 'bytes'}`;
const listed = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
const lower = (name: string) =>
  /^[A-Z][a-z]/.test(name) ? name[0]?.toLowerCase() + name.slice(1) : name;

/** What a plan comes to, in a few sentences. Example: `312 bytes from the original: VIN, coding, mileage and 2 secrets; the rest stays the donor’s.` */
export function planWords(told: PlanTelling): string {
  const { counts } = told;
  const carried = [
    ...told.carried.map(lower),
    ...(told.secrets > 0 ? [told.secrets === 1 ? '1 secret' : `${told.secrets} secrets`] : [])
  ];
  const from = (n: number | undefined, whose: string) =>
    n === undefined ? [] : [`${bytes(n)} ${whose}`];
  const taken = [
    ...from(counts.original, 'from the original'),
    ...from(counts.patched, 'put in place'),
    ...from(counts.supplied, 'from the supplied file'),
    ...from(counts.filler, 'of learnt values set back')
  ];
  const what = carried.length > 0 ? `: ${listed(carried)}` : '';
  const kept = told.kept.length > 0 ? ` (${listed(told.kept.map(lower))})` : '';
  const stays = (n: number) => `${bytes(n)} ${n === 1 ? 'stays' : 'stay'}`;
  const rest = counts.donor === undefined ? '' : `; ${stays(counts.donor)} the donor’s${kept}`;
  return [
    `${listed(taken)}${what}${rest}.`,
    ...(told.untouched.length > 0
      ? [
          `${listed(told.untouched)} ${told.untouched.length === 1 ? 'stays as it is' : 'stay as they are'}.`
        ]
      : []),
    ...(told.corrected > 0
      ? [`${told.corrected} ${told.corrected === 1 ? 'checksum' : 'checksums'} corrected.`]
      : []),
    ...(told.changesBytes === undefined
      ? []
      : [
          `${bytes(told.changesBytes)} of the unit ${told.changesBytes === 1 ? 'changes' : 'change'}.`
        ])
  ].join(' ');
}
