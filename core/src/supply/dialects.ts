import type { SupplyDriverName } from '../port/drivers.ts';
import type { SupplyDialect, SupplySample, SupplySettings } from '../port/supply.ts';
import {
  encodeSupplySettings,
  parseScpiError,
  parseSupplyPoll,
  SUPPLY_POLL
} from './scpi-client.ts';

/** Commands of one change in the order in which they are safe. */
function commandsOf(settings: SupplySettings, before: SupplySample): string[] {
  const commands: string[] = ['*CLS'];
  if (settings.on === false) commands.push('OUTP OFF');
  if (settings.voltageMv !== undefined || settings.limitMa !== undefined) {
    const mv = settings.voltageMv ?? before.setMv;
    commands.push(...encodeSupplySettings(mv, settings.limitMa ?? before.limitMa));
  }
  if (settings.on === true) commands.push('OUTP ON');
  return commands;
}

/** Several commands in one program message. Source: IEEE 488.2 and SCPI-1999 vol. 1, from memory. */
const joined: SupplyDialect = {
  who: '*IDN?',
  poll: [SUPPLY_POLL.join(';:')],
  parsePoll: ([line]) => parseSupplyPoll(line?.split(';') ?? []),
  change: (settings, before) => [[...commandsOf(settings, before), 'SYST:ERR?'].join(';:')],
  parseTaken: parseScpiError
};

/** One command a line, for supplies that take no compound messages. Source: common practice. */
const single: SupplyDialect = {
  ...joined,
  poll: SUPPLY_POLL,
  parsePoll: parseSupplyPoll,
  change: (settings, before) => [...commandsOf(settings, before), 'SYST:ERR?']
};

/** The dialects of bench supplies, by the name that a station gives its driver. */
export const SUPPLY_DIALECTS: Readonly<Record<SupplyDriverName, SupplyDialect>> = {
  'scpi-joined': joined,
  'scpi-single': single
};
