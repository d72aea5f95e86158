import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The donor is the right hardware, and really the donor.
 * Stop `gate.units.swapped`, `gate.donor.differs` (with the first field); look `gate.donor.unproven` (a field that must be
 * equal is not known); go `gate.donor.fits`.
 */
export const donorFits: GateRule = ({ donorMismatches, donorProven, unitsSwapped }) => {
  if (unitsSwapped) return judge('stop', 'gate.units.swapped');
  const [field] = donorMismatches;
  if (field) return judge('stop', 'gate.donor.differs', { field });
  return donorProven ? judge('go', 'gate.donor.fits') : judge('look', 'gate.donor.unproven');
};
