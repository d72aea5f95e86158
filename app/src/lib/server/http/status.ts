import type { Code } from '@badger/core/base/codes';

const UNAUTHENTICATED = 401;
const FORBIDDEN = 403;
const NOT_FOUND = 404;
const CONFLICT = 409;
const TOO_LARGE = 413;
const UNSUPPORTED_TYPE = 415;
const MALFORMED = 400;
const TOO_MANY = 429;
const AWAY = 503;

/**
 * HTTP status of every problem that is not simply a state that does not allow the act (409). Source: RFC 9110 section 15,
 * RFC 6585 section 4 (429).
 */
const STATUS: Readonly<Partial<Record<Code, number>>> = {
  'access.sign-in.needed': UNAUTHENTICATED,
  'access.sign-in.wrong': UNAUTHENTICATED,
  'access.sign-in.locked': TOO_MANY,
  'gate.person.role': FORBIDDEN,
  'database.link.away': AWAY,
  'shop.work.closing': AWAY,
  'store.database.away': AWAY,
  'image.size.huge': TOO_LARGE,
  'photo.size.huge': TOO_LARGE,
  'request.body.long': TOO_LARGE,
  'photo.type.unknown': UNSUPPORTED_TYPE,
  'request.body.malformed': MALFORMED,
  'image.note.unknown': NOT_FOUND,
  'request.body.unmeasured': MALFORMED,
  'request.origin.foreign': MALFORMED,
  'request.route.unlisted': MALFORMED,
  'shop.person.unknown': NOT_FOUND,
  'identify.family.unknown': NOT_FOUND,
  'job.family.unknown': NOT_FOUND,
  'job.number.unknown': NOT_FOUND,
  'operation.id.unknown': NOT_FOUND,
  'parts.key.unknown': NOT_FOUND,
  'photo.id.unknown': NOT_FOUND,
  'photo.unit.unknown': NOT_FOUND,
  'plan.task.unknown': NOT_FOUND,
  'read.id.unknown': NOT_FOUND,
  'safe.secret.unknown': NOT_FOUND,
  'station.id.unknown': NOT_FOUND,
  'unit.tag.unknown': NOT_FOUND,
  'upload.region.unknown': NOT_FOUND,
  'vehicle.layout.unknown': NOT_FOUND,
  'access.key.unknown': NOT_FOUND,
  'access.method.unknown': NOT_FOUND,
  'world.station.unknown': NOT_FOUND,
  'world.vehicle.unknown': NOT_FOUND
};

/** HTTP status of a problem by its code. */
export function statusOf(code: Code): number {
  return STATUS[code] ?? CONFLICT;
}
