import { page } from '$app/state';
import { mayDo, type Right, type Role } from '@badger/core/rights/rights';

/** May whoever is signed in do this? Nobody signed in may nothing. The server asks again. */
export function may(right: Right): boolean {
  const person = page.data['person'] as { readonly role: Role } | undefined;
  return person !== undefined && mayDo(person.role, right);
}
