// Memory images without the application: inspect | sum | find-sums | compare | convert | patch | repair | transform | vin | clone. Documented in the README.
import * as campaign from './commands/campaign.ts';
import * as clone from './commands/clone.ts';
import * as compare from './commands/compare.ts';
import * as convert from './commands/convert.ts';
import * as findSums from './commands/find-sums.ts';
import * as inspect from './commands/inspect.ts';
import * as patch from './commands/patch.ts';
import * as repair from './commands/repair.ts';
import * as sum from './commands/sum.ts';
import * as transform from './commands/transform.ts';
import * as vin from './commands/vin.ts';
import { EXIT, Refused, tellProblem, WrongUse, type Exit, type Report } from './report.ts';

interface Command {
  readonly usage: string;
  readonly run: (words: readonly string[]) => Report;
}

const COMMANDS: Readonly<Record<string, Command>> = {
  inspect,
  sum,
  'find-sums': findSums,
  compare,
  convert,
  patch,
  repair,
  transform,
  vin,
  clone,
  campaign
};

const COMMON = `Every command: --json, --help; of those that read images: --format bin|hex|srec (else the content tells), --base A, --overlap first|last
(else other values for one address are refused), --damaged (take a file that is damaged). Addresses are decimal, or hexadecimal with 0x.
Ends with 0 fine, 1 refused or a finding of severity stop, 2 wrong use.`;

/** What a command line comes to. */
export interface Outcome {
  readonly out: string;
  readonly error: string;
  readonly exit: Exit;
}

/** Runs a command line. Errors: none but bugs. */
export function runCommand([name = '', ...words]: readonly string[]): Outcome {
  const command = COMMANDS[name];
  if (!command) return wrongUse(`badger: "${name}" is none of ${Object.keys(COMMANDS).join(', ')}`);
  if (words.includes('--help'))
    return { out: `./badger ${command.usage}\n\n${COMMON}`, error: '', exit: EXIT.fine };
  const asJson = words.includes('--json');
  try {
    const report = command.run(words);
    const out = asJson ? JSON.stringify(report.json) : report.lines.join('\n');
    return { out, error: '', exit: report.exit };
  } catch (error) {
    if (error instanceof WrongUse)
      return wrongUse(`badger ${name}: ${error.message}\n\n./badger ${command.usage}`);
    if (!(error instanceof Refused)) throw error;
    const problem = tellProblem(error.problem);
    return asJson
      ? { out: JSON.stringify({ problem }), error: '', exit: EXIT.refused }
      : { out: '', error: `badger ${name}: ${problem.text}`, exit: EXIT.refused };
  }
}

const wrongUse = (error: string): Outcome => ({ out: '', error, exit: EXIT.use });
