import { formatCount } from '@badger/core/base/format';
import type { Verdict } from '@badger/core/base/verdict';
import type { BundleEvent } from '@badger/core/papers/bundle';
import type { Block, Paper, Text } from '$lib/paper-types.ts';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import { RESULT_WORDS } from '$lib/messages/job.ts';
import { when } from '../shared/when.ts';
import type { BundleSeen } from './open-bundle.ts';
import { mono, strong } from './paper.view.ts';

const WHY = {
  security: 'its security data cannot be told apart',
  proof: 'proves who somebody is',
  unreadable: 'could not be loaded'
} as const;

const VERDICTS: readonly Verdict[] = ['go', 'look', 'stop', 'none'];

/** A bundle of another shop, as a paper: whether it holds, what is in it, and the record that it tells. */
export function layBundle(seen: BundleSeen): Paper {
  const { manifest, record, problems } = seen;
  return {
    title: `Job ${record.job} of another shop`,
    aside: `made ${dateOf(manifest.madeAt)}`,
    blocks: [
      { kind: 'statements', items: verdictOf(problems, manifest.chain.length) },
      text(['Last hash ', mono(manifest.chain.last || '–'), '.']),
      text(
        'Nothing in a bundle proves who made it: compare the last hash with the one on the printed paper.'
      ),
      ...layJob(record),
      ...layContents(seen),
      { kind: 'heading', text: 'Acts' },
      ...table(['No', 'When', 'Who', 'What', 'Details'], record.events.map(actRow))
    ]
  };
}

const text = (of: Text): Block => ({ kind: 'text', text: of });

const table = (head: readonly string[], rows: readonly (readonly Text[])[]): Block[] =>
  rows.length > 0 ? [{ kind: 'table', head, rows, fine: [head.length - 1] }] : [];

function layJob(record: BundleSeen['record']): Block[] {
  const result = record.result ? (RESULT_WORDS[record.result] ?? record.result) : 'still open';
  const vin = mono(record.vin || '–');
  return [
    { kind: 'heading', text: 'Job' },
    text([
      strong(result),
      ` ${record.resultReason ?? ''} · ${record.customer}, ${record.vehicle} · VIN `,
      vin,
      ` · family ${record.family} · ${record.complaint}`
    ]),
    {
      kind: 'statements',
      items: record.statements.map(({ verdict, title, text: said }) => ({
        verdict: VERDICTS.find((v) => v === verdict) ?? 'none',
        ...{ title, text: said }
      }))
    }
  ];
}

function layContents({ manifest, record }: BundleSeen): Block[] {
  const reads = record.reads.map((r) => [
    ...[r.role, `${r.region}, ${r.number}`, mono(formatCount(r.lengthBytes))],
    ...[`${dateOf(r.takenAt)}, ${r.person}, ${r.source}`, mono(r.sha256)]
  ]);
  const files = manifest.files.map((f) => [
    f.wholeSha256 ? `${f.path}, security data left out` : f.path,
    ...[mono(formatCount(f.bytes)), mono(f.sha256)]
  ]);
  const units = record.units.map((u) => [u.role, mono(u.tag), mono(u.chipId ?? '–')]);
  const out = manifest.leftOut.map((l) => [l.name, WHY[l.why]]);
  return [
    { kind: 'heading', text: 'Units and reads' },
    ...table(['Role', 'Tag', 'Chip id'], units),
    ...table(['Unit', 'Region, read', 'Bytes', 'When, who, where', 'SHA-256'], reads),
    { kind: 'heading', text: 'Files' },
    ...table(['File', 'Bytes', 'SHA-256'], files),
    ...table(['Not in it', 'Why'], out)
  ];
}

function verdictOf(problems: BundleSeen['problems'], acts: number) {
  if (problems.length === 0) {
    const text = `Every file has the digest that was written down, and the chain of ${acts} acts holds.`;
    return [{ verdict: 'go', title: 'The bundle is whole', text } as const];
  }
  return problems.map((p) => {
    const { title, text } = messageOfProblem(p);
    return { verdict: 'stop', title, text } as const;
  });
}

const actRow = (e: BundleEvent) => [
  String(e.seq),
  when(new Date(Number(BigInt(e.atUs) / 1000n))),
  ...[e.person, e.kind, e.dataText === '{}' ? '' : e.dataText]
];

function dateOf(text: string): string {
  const at = new Date(text);
  return Number.isNaN(at.getTime()) ? text : when(at);
}
