import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The connected unit is the one that is meant by its role, a new one or a partner.
 * Stop `gate.unit.unknown`, `gate.meant.none`, `gate.meant.unknown` (never identified), `gate.meant.other`, `gate.chip.other`; look
 * `gate.meant.untold` (a memory chip does not tell whose it is: mind the tag); go `gate.meant.connected`.
 */
export const isMeant: GateRule = ({ carrier, connected, meant }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (!meant) return judge('stop', 'gate.meant.none');
  const { tag, chipId } = meant;
  if (carrier === 'chip')
    return connected.tag === tag
      ? judge('look', 'gate.meant.untold', { tag })
      : judge('stop', 'gate.chip.other', { tag: connected.tag, wanted: tag });
  if (!connected.chipId) return judge('stop', 'gate.unit.unknown');
  if (!chipId) return judge('stop', 'gate.meant.unknown', { tag });
  const params = { tag, chipId: connected.chipId };
  return connected.chipId === chipId
    ? judge('go', 'gate.meant.connected', params)
    : judge('stop', 'gate.meant.other', params);
};
