import { formatAmps, formatChipId, formatCount, formatVolts } from '@badger/core/base/format';
import { JOB_ROLES } from '@badger/core/job/roles';
import { STAGES } from '@badger/core/job/stages';
import type { ToldInVehicleData, WrittenData } from '$lib/in-vehicle-types.ts';
import type { JobData, ReadData } from '$lib/job-types.ts';
import type { ActData, Block, ChainData, Paper, Span, Text } from '$lib/paper-types.ts';
import type { ReturnData } from '$lib/return-types.ts';
import { messageOf, messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
import { seenWords } from '$lib/messages/in-vehicle.ts';
import { RESULT_WORDS } from '$lib/messages/job.ts';
import { nameOfTest } from '$lib/messages/prove.ts';
import { STEP_STATES } from '$lib/messages/return-words.ts';
import { wordsOfResult } from '../shared/cause.view.ts';
import { PROOF_WORDS } from '../shared/reasons.ts';
import { lastWords, wordsOf } from '../shared/return-steps.view.ts';
import { when } from '../shared/when.ts';
import { codeBlock, mono, signedBlock, strong } from './paper.view.ts';

/** Everything that the record of a job is laid out from. */
export interface RecordFacts {
  readonly job: JobData;
  readonly acts: readonly ActData[];
  readonly writes: readonly WrittenData[];
  readonly wayBack: ReturnData;
  readonly chain: ChainData;
  readonly printedAt: Date;
  /** QR code that opens the job, as SVG. */
  readonly code: string;
}

/** The record of a job: what a technician needs to know who did what, and with which bytes. */
export function layRecord(facts: RecordFacts): Paper {
  const { job } = facts;
  return {
    title: `Job ${job.number}: record`,
    aside: job.closedAt ? `closed ${when(job.closedAt)}` : 'still open',
    blocks: [
      ...layHead(job),
      ...layArrival(job),
      ...layUnits(job),
      ...layReads(job),
      ...layWrites(job, facts.writes),
      ...layReturn(job, facts.wayBack),
      ...layVerdicts(job),
      ...layActs(facts.acts),
      codeBlock(job.number, facts)
    ]
  };
}

const text = (of: Text): Block => ({ kind: 'text', text: of });
const heading = (of: string): Block => ({ kind: 'heading', text: of });

function layHead(job: JobData): Block[] {
  const vehicle: readonly Span[] = job.vin ? ['VIN ', mono(job.vin)] : ['no vehicle known'];
  const head: Text = [`${job.customer}, ${job.vehicle} · `, ...vehicle, ` · family ${job.family}`];
  const ordered = `ordered by ${job.authorisedBy ?? 'nobody recorded'}`;
  const result = job.result ? RESULT_WORDS[job.result] : undefined;
  return [
    text(head),
    text(`${job.complaint} · ${ordered} · opened ${when(job.createdAt)}`),
    ...(result ? [text([strong(`${result}.`), ` ${job.resultReason ?? ''}`])] : [])
  ];
}

const OUTCOMES = { cause: 'It is this unit', 'not-cause': 'It is something else', open: 'Open' };

function layArrival({ authority, proof, proofOutcome, proofReason }: JobData): Block[] {
  const scans = [proof.vehicleScan, proof.benchScan].filter((s) => s !== undefined);
  const faults = (n: number) => `${n} ${n === 1 ? 'fault' : 'faults'}`;
  const said = [
    `${OUTCOMES[proofOutcome]}${proofReason ? `: ${proofReason}` : ''}.`,
    ...scans.map(
      (s) => `${s.name}: ${s.unitCount} units, ${s.silentCount} silent, ${faults(s.faultCount)}.`
    ),
    ...proof.tests.flatMap(({ result: r }) =>
      r ? `${nameOfTest(r.test)}: ${wordsOfResult(r.test, r.values)}.` : []
    )
  ];
  return [
    heading('Authority'),
    ...(authority ? [layAuthority(authority)] : [text('Nothing recorded.')]),
    heading('Proof'),
    text(said.join(' '))
  ];
}

function layAuthority(a: NonNullable<JobData['authority']>): Block {
  const paper = `${PROOF_WORDS[a.proofKind] ?? ''}${a.proofNumber ? ` ${a.proofNumber}` : ''}`;
  const said = `${a.orderedBy} · ${paper} · recorded by ${a.personName}`;
  return a.signature.length > 0
    ? { kind: 'signature', text: said, strokes: a.signature }
    : text(`${said} · not signed`);
}

function layUnits(job: JobData): Block[] {
  const rows = JOB_ROLES.flatMap((role) => {
    const u = job.units[role];
    if (!u) return [];
    const numbers = u.numbers.map((n) => `${n.name} ${n.value}`).join(' · ');
    const chip = u.chipId ? mono(formatChipId(u.chipId)) : '–';
    return [[role.toUpperCase(), mono(u.tag), chip, numbers || '–']];
  });
  return [heading('Units'), { kind: 'table', head: ['Role', 'Tag', 'Chip id', 'Numbers'], rows }];
}

function layReads(job: JobData): Block[] {
  const rows = JOB_ROLES.flatMap((role) =>
    job.regions[role].flatMap((region) =>
      [...region.reads, ...(region.secrets?.reads ?? [])].map((r) => {
        const part = r.lengthBytes === region.lengthBytes ? '' : ', security data alone';
        const from = r.source === 'file' ? `file ${r.sourceName}` : r.sourceName;
        return [
          ...[role, `${region.name}${part}, ${r.number}`, mono(formatCount(r.lengthBytes))],
          ...[mono(r.sha256), mono(supplyOf(r))],
          `${when(r.takenAt)}, ${r.personName}, ${from}`
        ];
      })
    )
  );
  const head = ['Unit', 'Region, read', 'Bytes', 'SHA-256', 'Supply', 'When, who, where'];
  return [heading('Kept reads'), { kind: 'table', head, rows, fine: [3] }];
}

function supplyOf({ supply: s }: ReadData): string {
  if (!s) return '–';
  const volts = `${formatVolts(s.minMv)}–${formatVolts(s.maxMv)} V`;
  return `${volts}, ${formatAmps(s.minMa)}–${formatAmps(s.maxMa)} A`;
}

function layWrites(job: JobData, written: readonly WrittenData[]): Block[] {
  const writes = job.operations.filter((o) => o.kind === 'write');
  const blocks = writes.flatMap((o): Block[] => {
    const data = written.find((w) => w.operationId === o.id);
    const contents = data?.contents ?? [];
    const said: Text = [
      `Unit ${o.unitTag}, ${when(o.startedAt)} to ${when(o.endedAt)}, ${o.personName}: `,
      strong(messageOf(o.meaning ?? '').title),
      `. ${o.regions.map((r) => `${r.name}: ${r.phase}`).join(', ')}.`,
      ...(data?.told ?? []).flatMap((t) => [
        ` In the vehicle, ${when(t.at)}, ${t.personName}: `,
        strong(toldWords(t)),
        '.'
      ])
    ];
    const rows = contents.map((c) => [c.name, mono(formatCount(c.lengthBytes)), mono(c.sha256)]);
    const table: Block = {
      ...{ kind: 'table', head: ['Region meant', 'Bytes', 'SHA-256'], rows },
      fine: [2]
    };
    return [text(said), ...(rows.length > 0 ? [table] : [])];
  });
  const none = writes.length === 0 ? [text('Nothing was written.')] : [];
  return [heading('Written'), ...none, ...blocks];
}

export const toldWords = ({ outcome, signs, note }: ToldInVehicleData) =>
  outcome === 'runs' ? 'it runs' : `it fails: ${seenWords(signs, note)}`;

function layReturn(job: JobData, { steps, signings }: ReturnData): Block[] {
  if (steps.length === 0) return [];
  const kept = steps.filter((s) => s.last !== undefined || s.state === 'done');
  const done = steps.filter((s) => s.state === 'done').length;
  const rows = kept.map((s) => [
    ...[wordsOf(s, job).name, STEP_STATES[s.state]],
    s.last ? `${s.last.personName}, ${when(s.last.at)}` : '–',
    lastWords(s.last) || '–'
  ]);
  const signed = signings.map(signedBlock);
  const table: Block = { kind: 'table', head: ['Step', 'State', 'Who, when', 'Seen'], rows };
  return [
    text([strong('The way back: '), `${done} of ${steps.length} steps seen done.`]),
    ...(rows.length > 0 ? [table] : []),
    ...signed
  ];
}

function layVerdicts(job: JobData): Block[] {
  const rows = STAGES.map((stage) => [
    `${stage.charAt(0).toUpperCase()}${stage.slice(1)}`,
    VERDICT_WORDS[job.line[stage].verdict],
    messageOfJudgement(job.line[stage]).title
  ]);
  return [heading('Verdicts'), { kind: 'table', head: [], rows }];
}

function layActs(acts: readonly ActData[]): Block[] {
  const rows = acts.map((e) => [String(e.seq), when(e.at), e.person, e.kind, detailsOf(e.data)]);
  const head = ['No', 'When', 'Who', 'What', 'Details'];
  return [heading('Acts'), { kind: 'table', head, rows, fine: [4] }];
}

const detailsOf = (data: Readonly<Record<string, unknown>>) =>
  Object.entries(data)
    .map(([k, v]) => `${k} ${String(v).slice(0, 64)}`)
    .join(' · ');
