import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Argon2id (the package's default algorithm). Source: OWASP password storage, 19 MiB, two rounds, from memory. */
const ARGON = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON);
}

const nobody = hashPassword('nobody');

/** An unknown name costs the same time as a wrong password. */
export async function checkPassword(
  storedHash: string | undefined,
  password: string
): Promise<boolean> {
  const holds = await verify(storedHash ?? (await nobody), password);
  return storedHash !== undefined && holds;
}

/** Token for the cookie and the digest under which it is stored. */
export function makeToken(): { token: string; id: string } {
  const token = randomBytes(32).toString('base64url');
  return { token, id: digestToken(token) };
}

export function digestToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
