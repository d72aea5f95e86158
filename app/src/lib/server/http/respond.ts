import { json } from '@sveltejs/kit';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import type { Validate } from '$lib/generated/validators.js';
import type { Person } from '../repositories/people.ts';
import { statusOf } from './status.ts';

export function problemResponse(problem: Problem): Response {
  return json({ problem }, { status: statusOf(problem.code) });
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

/** An answer that nobody keeps on the way: it carries security data. */
export function unkept(response: Response): Response {
  response.headers.set('cache-control', 'no-store');
  return response;
}
