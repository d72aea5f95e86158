import { fail, ok, problemOf, type Problem, type Result } from '@badger/core/base/result';
import { computeCheckDigit, parseVin } from '@badger/core/identity/vin';
import type { DoAtVehicle } from '../../../schema/requests.ts';

/** The check digit of a VIN stands there. Source: 49 CFR 565.15 (from memory). Counted from 1. */
const CHECK_POSITION = 9;

/**
 * The VIN that was typed twice. It must be that of the job: a VIN that was typed wrong twice the same way is no other vehicle's.
 * Errors: `return.vin.twice`, those of `parseVin`, `return.vin.check`, `return.vin.other`.
 */
export function checkTypedVin(
  { vin = '', vinAgain = '' }: Pick<DoAtVehicle, 'vin' | 'vinAgain'>,
  ofJob: string
): Result<string> {
  const typed = vin.trim().toUpperCase();
  if (typed !== vinAgain.trim().toUpperCase()) return fail('return.vin.twice');
  const parsed = parseVin(typed);
  if (!parsed.ok) return parsed;
  if (typed === ofJob) return ok(typed);
  return { ok: false, problem: otherVin(typed, ofJob) };
}

/** Why a VIN that is not the job's is none, where its own check digit tells; of others only that it is another. */
function otherVin(typed: string, ofJob: string): Problem {
  const holds = (vin: string) => computeCheckDigit(vin) === vin[CHECK_POSITION - 1];
  return holds(ofJob) && !holds(typed)
    ? problemOf('return.vin.check', { position: CHECK_POSITION })
    : problemOf('return.vin.other', { typed, vin: ofJob });
}
