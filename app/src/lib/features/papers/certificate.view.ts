import { formatFault } from '@badger/core/faults/fault';
import type { Certificate } from '@badger/core/papers/certify';
import type { JobData } from '$lib/job-types.ts';
import type { Block, ChainData, Paper, Text } from '$lib/paper-types.ts';
import type { ReturnData, StepData } from '$lib/return-types.ts';
import { messageOfJudgement } from '$lib/messages/catalogue.ts';
import { RESULT_WORDS } from '$lib/messages/job.ts';
import { GAP_WORDS, STEP_STATES } from '$lib/messages/return-words.ts';
import { textOfFault } from '$lib/scan-rows.ts';
import { lastWords, wordsOf } from '../shared/return-steps.view.ts';
import { when } from '../shared/when.ts';
import { codeBlock, mono, signedBlock, strong } from './paper.view.ts';

/** Everything that the customer's certificate is laid out from. */
export interface CertificatePaperFacts {
  readonly job: JobData;
  readonly certificate: Certificate;
  readonly wayBack: ReturnData;
  readonly chain: ChainData;
  readonly printedAt: Date;
  /** QR code that opens the job, as SVG. */
  readonly code: string;
}

const text = (of: Text): Block => ({ kind: 'text', text: of });
const heading = (of: string): Block => ({ kind: 'heading', text: of });
const day = (at: Date) => at.toLocaleDateString('en-GB', { dateStyle: 'long' });

/** The paper for the customer: in plain words what was found, done and seen, and what nobody has seen. */
export function layCertificate(facts: CertificatePaperFacts): Paper {
  const { job, certificate, wayBack } = facts;
  const { judgement, statements } = certificate;
  return {
    title: 'Certificate of work',
    aside: `job ${job.number}`,
    blocks: [
      { kind: 'statements', items: [itemOf(judgement)] },
      ...layWhose(job),
      ...layFound(job),
      ...(statements.length > 0
        ? [heading('Done and seen'), { kind: 'statements', items: statements.map(itemOf) } as const]
        : []),
      ...layExceptions(job, wayBack),
      ...layOldParts(wayBack),
      heading('Keep in mind'),
      text(
        'Security data of the vehicle stands nowhere on this paper. Mileage goes with the identity of the vehicle and is never edited.'
      ),
      { kind: 'line', text: 'Date and signature of the shop' },
      codeBlock(job.number, facts)
    ]
  };
}

function itemOf(judgement: Certificate['judgement']) {
  const { title, text: said } = messageOfJudgement(judgement);
  return { verdict: judgement.verdict, title, text: said };
}

function layWhose(job: JobData): Block[] {
  const plate = job.plate ? [['Number plate', job.plate]] : [];
  const closed = job.closedAt ? [['Finished', day(job.closedAt)]] : [];
  const rows: Text[][] = [
    ['Customer', strong(job.customer)],
    ['Vehicle', job.vehicle],
    ['VIN', job.vin ? mono(job.vin) : 'not known'],
    ...plate,
    ['Brought in', day(job.createdAt)],
    ...closed,
    ['Complaint', `${job.complaint}${job.shows ? `: ${job.shows}` : ''}`]
  ];
  return [{ kind: 'table', head: [], rows }];
}

const FOUND = {
  cause: 'The tests point at the unit that was worked on.',
  'not-cause': 'The unit is not the cause.',
  open: 'No cause was put on record.'
};

function layFound(job: JobData): Block[] {
  const why = job.proofReason ? ` ${job.proofReason}` : '';
  const ended = job.result
    ? [text([strong(`${RESULT_WORDS[job.result] ?? ''}.`), ` ${job.resultReason ?? ''}`])]
    : [];
  return [heading('What was found'), text(`${FOUND[job.proofOutcome]}${why}`), ...ended];
}

/** Everything that is not simply done, by name and with its reason. */
function layExceptions(job: JobData, { steps, signings, left = [] }: ReturnData): Block[] {
  const shown = steps.filter((s) => s.state !== 'done');
  const rows: Text[][] = [
    ...shown.map((s) => [wordsOf(s, job).name, STEP_STATES[s.state], reasonOf(s)]),
    ...left.map((f) => [
      `${f.unitName}: ${f.fault ? `${formatFault(f.fault)} ${textOfFault(f.fault)}` : GAP_WORDS[f.gap ?? 'silent']}`,
      f.signed ? STEP_STATES.excepted : 'left',
      f.before ? 'was there before' : 'new'
    ])
  ];
  if (rows.length === 0) return [];
  const head = ['What', 'How it stands', 'Why, or what was seen'];
  return [
    heading('Open, left out or not right'),
    { kind: 'table', head, rows },
    ...signings.map(signedBlock)
  ];
}

function reasonOf({ last }: StepData): string {
  const said = lastWords(last);
  return said === '' ? '–' : `${said}${last ? `, ${last.personName}` : ''}`;
}

function layOldParts({ steps }: ReturnData): Block[] {
  const step = steps.find((s) => s.does === 'old-parts' && s.state === 'done');
  if (!step?.last) return [];
  return [heading('Old parts'), text(`${lastWords(step.last)}, ${when(step.last.at)}.`)];
}
