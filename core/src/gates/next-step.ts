import type { Judgement } from '../base/verdict.ts';
import { STOPS, type Stop } from './stops.ts';

/**
 * The stop where the next thing is to be done: the first that is held or wants a look, skipping what only
 * follows from an earlier one (a stop without a verdict). Example: with Read at Look it is `read`.
 */
export function findNextStop(line: Record<Stop, Judgement>): Stop {
  return STOPS.find((s) => line[s].verdict === 'stop' || line[s].verdict === 'look') ?? 'return';
}
