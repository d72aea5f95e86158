import type { SupplyDriverName } from '../port/drivers.ts';
import type { SupplyDialect, SupplySample, SupplySettings } from '../port/supply.ts';
import {
  encodeSupplySettings,
  parseScpiError,
  parseSupplyPoll,
  SUPPLY_POLL
} from './scpi-client.ts';

/** Commands of one change in the order in which they are safe, step by step; each step ends by asking for errors. */
function stepsOf(settings: SupplySettings, before: SupplySample): string[][] {
  const set: string[] = settings.on === false ? ['OUTP OFF'] : [];
  if (settings.voltageMv !== undefined || settings.limitMa !== undefined) {
    const mv = settings.voltageMv ?? before.setMv;
    set.push(...encodeSupplySettings(mv, settings.limitMa ?? before.limitMa));
  }
  const steps = [set, settings.on === true ? ['OUTP ON'] : []].filter((s) => s.length > 0);
  return steps.map((step) => ['*CLS', ...step, 'SYST:ERR?']);
}

/** Several commands in one program message. Source: IEEE 488.2 and SCPI-1999 vol. 1, from memory. */
const joined: SupplyDialect = {
  who: '*IDN?',
  poll: [SUPPLY_POLL.join(';:')],
  parsePoll: ([line]) => parseSupplyPoll(line?.split(';') ?? []),
  change: (settings, before) => stepsOf(settings, before).map((step) => [step.join(';:')]),
  parseTaken: parseScpiError
};

/** One command a line, for supplies that take no compound messages. Source: common practice. */
const single: SupplyDialect = {
  ...joined,
  poll: SUPPLY_POLL,
  parsePoll: parseSupplyPoll,
  change: stepsOf
};

/** The dialects of bench supplies, by the name that a station gives its driver. */
export const SUPPLY_DIALECTS: Readonly<Record<SupplyDriverName, SupplyDialect>> = {
  'scpi-joined': joined,
  'scpi-single': single
};
