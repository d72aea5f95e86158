import { runCampaign, type CampaignRow } from '../../standins/src/campaign/tally.ts';
import { readArguments, readNumber } from '../arguments.ts';
import { loadFamilies } from '../profiles.ts';
import { EXIT, WrongUse, type Report } from '../report.ts';

export const usage = `campaign [--cases N] [--seed S]
  Draws invented units, faults and reads, judges them, and tells how often the judgement was right: by fault, declared trusted and wrong (must be 0),
  put together and wrong (must be 0), right cause named, reads beyond what was needed. The same seed gives the same cases. Ends with 1 where
  anything was trusted or put together that is wrong.`;

const MOST_CASES = 1_000_000;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, { cases: 'string', seed: 'string' });
  if (args.files.length > 0) throw new WrongUse('campaign takes no files');
  const cases = readNumber('cases', args.told('cases')) ?? 200;
  const seed = readNumber('seed', args.told('seed')) ?? 1;
  if (cases < 1 || cases > MOST_CASES) throw new WrongUse(`--cases expected 1 to ${MOST_CASES}`);
  const { rows, total } = runCampaign(loadFamilies(), { cases, seed });
  const json = { seed, ...total, byFault: rows };
  const lines = [
    'fault             cases  right cause  trusted  put together  again  useless  reads beyond  false trust',
    ...[...rows, total].map(lineOf),
    `wrongly trusted or put together: below ${(100 * total.wrongBelow95).toFixed(2)} % of cases with 95 % certainty; cause named in ${total.causeNamed95.map((n) => (100 * n).toFixed(1)).join(' to ')} %`
  ];
  const wrong = total.falseTrust + total.wrongReconstructions;
  return { json, lines, exit: wrong > 0 ? EXIT.refused : EXIT.fine };
}

const lineOf = (row: CampaignRow) =>
  [
    row.fault.padEnd(16),
    `${row.cases}`.padStart(6),
    `${(100 * row.causeNamed).toFixed(1)} %`.padStart(12),
    `${row.trusted}`.padStart(8),
    `${row.reconstructed}`.padStart(13),
    `${row.readAgain}`.padStart(6),
    `${row.refused}`.padStart(8),
    row.readsBeyond.toFixed(2).padStart(13),
    `${row.falseTrust + row.wrongReconstructions}`.padStart(12)
  ].join(' ');
