import { setTimeout as sleep } from 'node:timers/promises';
import { SUPPLY_DRIVER_NAMES } from '@badger/core/port/drivers';
import { fail, ok, type Result } from '@badger/core/base/result';
import { SUPPLY_DIALECTS } from '@badger/core/supply/dialects';
import { RANGE_QUESTIONS, readRangeEnd, type SupplyProbe } from '@badger/core/supply/read-probe';
import { LineInstrument, type LineAddress } from './line-instrument.ts';

const CONNECT_MS = 3000;
const STEP_MS = 25;

/**
 * Asks what answers at an address: who it is, in which dialect it tells a reading, and what it can be set to at most. Nothing is
 * set or switched. Errors: `supply.probe.absent` (nobody takes the connection), `supply.probe.silent` (says not who it is),
 * `supply.probe.strange` (tells no reading of a supply).
 */
export async function probeSupply(at: LineAddress): Promise<Result<SupplyProbe>> {
  let idn = '';
  for (const driver of SUPPLY_DRIVER_NAMES) {
    // a dialect that it did not understand may have cost the line: the next one begins anew
    const line = new LineInstrument(at, { onConnect: () => undefined, onLost: () => undefined });
    try {
      if (!(await connected(line))) return fail('supply.probe.absent', { ...at });
      idn = (await line.ask('*IDN?')) ?? '';
      if (idn === '') return fail('supply.probe.silent', { ...at });
      const reading = await readOnce(line, driver);
      if (!reading) continue;
      const [mostMv, mostMa] = [await rangeEnd(line, 'volts'), await rangeEnd(line, 'amps')];
      return ok({ idn, driver, mostMv, mostMa, on: reading.on });
    } finally {
      line.close();
    }
  }
  return fail('supply.probe.strange', { ...at, idn });
}

async function connected(line: LineInstrument): Promise<boolean> {
  for (let waited = 0; waited < CONNECT_MS; waited += STEP_MS) {
    if (line.ready) return true;
    await sleep(STEP_MS);
  }
  return false;
}

async function readOnce(line: LineInstrument, driver: SupplyProbe['driver']) {
  const dialect = SUPPLY_DIALECTS[driver];
  const answers: string[] = [];
  for (const question of dialect.poll) {
    const answer = await line.ask(question);
    if (answer === undefined) return undefined;
    answers.push(answer);
  }
  return dialect.parsePoll(answers);
}

/** A line each: what takes no compound messages answers too. */
async function rangeEnd(line: LineInstrument, of: 'volts' | 'amps'): Promise<number | undefined> {
  await line.ask('*CLS\n*OPC?');
  const answer = await line.ask(RANGE_QUESTIONS[of]);
  const error = answer === undefined ? undefined : await line.ask('SYST:ERR?');
  return readRangeEnd(answer, error, of);
}
