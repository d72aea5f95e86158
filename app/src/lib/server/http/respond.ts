import { json } from '@sveltejs/kit';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import type { Validate } from '$lib/generated/validators.js';
import type { Person } from '../repositories/people.ts';

const STATUS: readonly (readonly [RegExp, number])[] = [
  [/^access\.sign-in\.(needed|wrong)$/, 401],
  [/^access\.sign-in\.locked$/, 429],
  [/^(database\.link\.away|house\.work\.closing)$/, 503],
  [/^gate\.person\.role$/, 403],
  [/\.unknown$/, 404],
  [/^(image\.size\.huge|request\.body\.long)$/, 413],
  [/^request\./, 400]
];

export function problemResponse(problem: Problem): Response {
  const status = STATUS.find(([pattern]) => pattern.test(problem.code))?.[1] ?? 409;
  return json({ problem }, { status });
}

/** A result as a response: the value, or the problem with a fitting status. */
export function respond<T>(result: Result<T>): Response {
  return result.ok ? json(result.value ?? {}) : problemResponse(result.problem);
}

/** The signed-in person. Errors: `access.sign-in.needed`. */
export function requirePerson(person: Person | undefined): Result<Person> {
  return person ? ok(person) : fail('access.sign-in.needed');
}

/** Reads and checks a JSON body. Errors: `request.body.malformed` with the place. */
export async function readBody<T>(request: Request, validate: Validate<T>): Promise<Result<T>> {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return fail('request.body.malformed', { where: 'no JSON' });
  }
  if (validate(body)) return ok(body);
  const first = validate.errors?.[0];
  return fail('request.body.malformed', {
    where: `${first?.instancePath ?? ''} ${first?.message ?? ''}`.trim()
  });
}

/** The usual shape of an act: a person, a checked body, one service call. */
export async function act<T, R>(
  event: { request: Request; locals: App.Locals },
  validate: Validate<T>,
  call: (person: Person, body: T) => Promise<Result<R>>
): Promise<Response> {
  const person = requirePerson(event.locals.person);
  if (!person.ok) return problemResponse(person.problem);
  const body = await readBody(event.request, validate);
  if (!body.ok) return problemResponse(body.problem);
  return respond(await call(person.value, body.value));
}
