import { fail, ok, type Result } from '@badger/core/base/result';
import { validateHours, validatePrices } from '@badger/core/generated/validators';
import { findHoursFault, USUAL_HOURS, type Hours } from '@badger/core/plan/hours';
import { NO_PRICES, readPrices, tidyPrices, type Prices } from '@badger/core/access-choice/prices';
import { checkRight } from '@badger/core/rights/rights';
import { validateShopRules } from '../../../generated/validators.js';
import type { PersonSkills, ShopRules } from '../../../schema/requests.ts';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { setSkills, type Person } from '../../repositories/people.ts';
import { findSetting, saveSetting } from '../../repositories/stations.ts';

/** The shop's prices; none set when there are none or they do not hold any more. */
export async function loadPrices(db: Tx): Promise<Prices> {
  const kept = await findSetting(db, 'prices');
  return validatePrices(kept) ? readPrices(kept) : NO_PRICES;
}

/** The shop's hours, or the usual ones. */
export async function loadHours(db: Tx): Promise<Hours> {
  const kept = await findSetting(db, 'hours');
  return validateHours(kept) ? kept : USUAL_HOURS;
}

/** Errors: `gate.person.role` (prices are the lead's), and those of {@link tidyPrices}. */
export async function savePrices(
  deps: Deps,
  person: Person,
  prices: Prices
): Promise<Result<true>> {
  const may = checkRight(person.role, 'settings.change');
  if (!may.ok) return may;
  const tidy = tidyPrices(prices);
  if (!tidy.ok) return tidy;
  return keepRule(deps, 'prices', tidy.value);
}

/** Errors: `gate.person.role`, `shop.hours.crossed` (a span against the clock or into another). */
export async function saveHours(deps: Deps, person: Person, hours: Hours): Promise<Result<true>> {
  const may = checkRight(person.role, 'settings.change');
  if (!may.ok) return may;
  const fault = findHoursFault(hours);
  if (fault) return fail('shop.hours.crossed', { day: fault.day });
  return keepRule(deps, 'hours', hours);
}

/** Errors: `gate.person.role`, `shop.person.unknown`. */
export async function saveSkills(
  deps: Deps,
  person: Person,
  { personId, skills }: PersonSkills
): Promise<Result<true>> {
  const may = checkRight(person.role, 'settings.change');
  if (!may.ok) return may;
  if (!(await setSkills(deps.db, personId, skills))) return fail('shop.person.unknown');
  deps.bench.hub.tell({ type: 'kit' });
  return ok(true);
}

/** Nothing is shown to whoever walks past until somebody wants it. */
const USUAL_RULES: ShopRules = { wallDisplay: false, namesBy: 'vin', readsRequired: 2 };

/** What the shop has decided once for all jobs; the careful answer where nothing is kept or it does not hold any more. */
export async function loadShopRules(db: Tx): Promise<ShopRules> {
  const kept = await findSetting(db, 'shop');
  // what was kept before a rule was added lacks it: the usual one then
  const whole = typeof kept === 'object' ? { ...USUAL_RULES, ...kept } : kept;
  return validateShopRules(whole) ? whole : USUAL_RULES;
}

/** Errors: `gate.person.role`. */
export async function saveShopRules(
  deps: Deps,
  person: Person,
  rules: ShopRules
): Promise<Result<true>> {
  const may = checkRight(person.role, 'settings.change');
  if (!may.ok) return may;
  return keepRule(deps, 'shop', rules);
}

/** The plate where the shop names its files by it, else nothing. */
export async function plateForName(db: Tx, job: { readonly plate: string }): Promise<string> {
  return job.plate !== '' && (await loadShopRules(db)).namesBy === 'plate' ? job.plate : '';
}

async function keepRule(deps: Deps, key: string, value: unknown): Promise<Result<true>> {
  await saveSetting(deps.db, key, value);
  deps.bench.hub.tell({ type: 'kit' });
  return ok(true);
}
