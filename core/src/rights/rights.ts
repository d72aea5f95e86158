import { fail, ok, type Result } from '../base/result.ts';

/** What a person of the shop is. */
export type Role = 'bench' | 'lead' | 'desk' | 'trainee';

export const ROLES: readonly Role[] = ['bench', 'lead', 'desk', 'trainee'];

const EVERYBODY = ROLES;
/** Who has a unit in hand. */
const HANDS: readonly Role[] = ['bench', 'lead', 'trainee'];
/** Who answers for what happens to a unit. */
const SKILLED: readonly Role[] = ['bench', 'lead'];
/** Who answers to the customer. */
const OFFICE: readonly Role[] = ['bench', 'lead', 'desk'];
const LEAD: readonly Role[] = ['lead'];

/** Who may do what: the one table. The server asks it at its door and again where the act is done. */
export const RIGHTS = {
  'pages.see': EVERYBODY,
  'theme.choose': EVERYBODY,
  'parts.ask': EVERYBODY,
  'plan.see': EVERYBODY,
  'scan.see': EVERYBODY,
  'photo.see': EVERYBODY,
  'photo.keep': EVERYBODY,
  'unit.move': EVERYBODY,
  'unit.describe': EVERYBODY,
  /** Photos of papers: what proves who somebody is. */
  'paper.see': OFFICE,
  'lists.export': OFFICE,
  'job.open': OFFICE,
  'job.close': OFFICE,
  'authority.record': OFFICE,
  'unit.assign': OFFICE,
  'stock.add': OFFICE,
  /** A code that was bought from the maker is put into the safe. */
  'secret.enter': OFFICE,
  /** How a written unit does in its vehicle. */
  'vehicle.tell': OFFICE,
  /** What was seen of the steps of the way back; the start is watched. */
  'return.note': EVERYBODY,
  'quote.make': OFFICE,
  'offer.keep': OFFICE,
  'plan.move': OFFICE,
  'kit.tick': HANDS,
  'test.record': HANDS,
  'station.choose': HANDS,
  'bench.operate': HANDS,
  'scan.run': HANDS,
  'scan.keep': HANDS,
  'image.remark': HANDS,
  'memory.read': HANDS,
  'memory.import': HANDS,
  'memory.build': HANDS,
  'operation.stop': HANDS,
  'operation.stop-of-others': SKILLED,
  'proof.decide': SKILLED,
  'access.choose': SKILLED,
  'unit.forget-chip': SKILLED,
  'memory.write': SKILLED,
  /** Bytes of a clone image are taken from elsewhere than the family says. */
  'clone.change': SKILLED,
  /** Bytes leave the application: images, and traces that carry them. */
  'memory.download': SKILLED,
  /** A value in the safe is shown, and handed over. */
  'secret.see': SKILLED,
  'secret.hand-over': SKILLED,
  /** A unit in its vehicle is taught: VIN, keys, coding, learnt values. */
  'vehicle.teach': SKILLED,
  /** A step of the way back is left out, or was done by other means. */
  'return.waive': SKILLED,
  /** A unit's read and numbers go to the file service. */
  'file.request': SKILLED,
  'kit.edit': SKILLED,
  /** A job ends without the result of its kind. */
  'job.end': LEAD,
  /** The donor is written without a way back. */
  'backup.waive': LEAD,
  /** Reads that are not trusted are taken all the same. */
  'reads.accept': LEAD,
  /** An image is written although nobody knows how it is checked. */
  'rules.consent': LEAD,
  'settings.change': LEAD
} as const satisfies Record<string, readonly Role[]>;

export type Right = keyof typeof RIGHTS;

/** Example: `mayDo('trainee', 'memory.write')` is false. */
export function mayDo(role: Role, right: Right): boolean {
  const roles: readonly Role[] = RIGHTS[right];
  return roles.includes(role);
}

/** Errors: `gate.person.role` with the role and the right. */
export function checkRight(role: Role, right: Right): Result<true> {
  return mayDo(role, right) ? ok(true) : fail('gate.person.role', { role, right });
}
