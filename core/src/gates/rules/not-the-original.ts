import { judge, type Judgement } from '../../base/verdict.ts';
import type { GateFacts, GateRule } from '../facts.ts';

/**
 * Invariant 1: no memory is changed on the original. Stop `gate.original.connected`, `gate.original.unknown`. A memory chip
 * has no id: what is on the clip is told by its content, which {@link isTheDonor} says. Look `gate.original.silent`: nothing of the original is
 * written, and it never told its id; that the donor is connected says {@link isTheDonor}.
 */
export const notTheOriginal: GateRule = (facts) =>
  judgeOriginal(
    facts,
    facts.regions.length > 0 && facts.regions.every((r) => r.fromOriginal === false)
  );

/** The same for a unit that gets its own content back: nothing of the original is written then, whatever the method is. */
export const notTheOriginalRestored: GateRule = (facts) => judgeOriginal(facts, true);

function judgeOriginal(
  { carrier, connected, originalChipId }: GateFacts,
  without: boolean
): Judgement | undefined {
  if (carrier === 'chip') return undefined;
  if (!originalChipId)
    return without ? judge('look', 'gate.original.silent') : judge('stop', 'gate.original.unknown');
  if (!connected?.chipId) return judge('stop', 'gate.unit.unknown');
  return connected.chipId === originalChipId
    ? judge('stop', 'gate.original.connected', { chipId: connected.chipId })
    : judge('go', 'gate.original.absent', { chipId: connected.chipId });
}
