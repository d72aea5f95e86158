import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The donor is the right hardware, and really the donor.
 * Stop `gate.units.swapped`, `gate.donor.differs` (with the first field); go `gate.donor.fits`.
 */
export const donorFits: GateRule = ({ donorMismatches, unitsSwapped }) => {
  if (unitsSwapped) return judge('stop', 'gate.units.swapped');
  const [field] = donorMismatches;
  return field ? judge('stop', 'gate.donor.differs', { field }) : judge('go', 'gate.donor.fits');
};
