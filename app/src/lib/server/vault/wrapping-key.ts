import { randomBytes } from 'node:crypto';
import { link, mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { hashRaw } from '@node-rs/argon2';
import { KEY_BYTES } from './sealing.ts';

/** Where the key comes from that wraps the data keys: never from the database. */
export type KeySource =
  { readonly file: string; readonly passphrase?: never } | { readonly passphrase: string };

/** How a passphrase was stretched. */
export interface Stretch {
  readonly salt: Uint8Array;
  readonly memoryKib: number;
  readonly passes: number;
  readonly lanes: number;
}

const SALT_BYTES = 16;
/** Source: RFC 9106, the second recommended option: three passes over 64 MiB, four lanes. */
const RECOMMENDED = { memoryKib: 65_536, passes: 3, lanes: 4 };
/** Units: characters. */
export const LEAST_PASSPHRASE = 12;

export function makeStretch(): Stretch {
  return { salt: randomBytes(SALT_BYTES), ...RECOMMENDED };
}

/** A key of 32 bytes out of a passphrase, by Argon2id. Source: RFC 9106. */
export async function stretchPassphrase(
  passphrase: string,
  { salt, memoryKib, passes, lanes }: Stretch
): Promise<Uint8Array> {
  const key = await hashRaw(passphrase.normalize('NFC'), {
    // Argon2id is what the package does unless told otherwise
    ...{ salt, outputLen: KEY_BYTES },
    ...{ memoryCost: memoryKib, timeCost: passes, parallelism: lanes }
  });
  return new Uint8Array(key);
}

const KEY_TEXT = /^[0-9a-f]{64}\s*$/i;

/** The key in a file; undefined where there is no file. Throws where it holds no key. */
export async function readKeyFile(path: string): Promise<Uint8Array | undefined> {
  const text = await readFile(path, 'utf8').catch((error: unknown) => {
    if ((error as { code?: string }).code === 'ENOENT') return undefined;
    throw error;
  });
  if (text === undefined) return undefined;
  if (!KEY_TEXT.test(text))
    throw new Error(`the key file ${path} holds no key of 64 hexadecimal digits`);
  return new Uint8Array(Buffer.from(text.trim(), 'hex'));
}

/** Makes a key file for its owner alone; never over another one. */
export async function makeKeyFile(path: string): Promise<Uint8Array> {
  const key = randomBytes(KEY_BYTES);
  await mkdir(dirname(path), { recursive: true });
  const whole = `${path}.${key.subarray(0, 4).toString('hex')}`;
  await writeFile(whole, `${key.toString('hex')}\n`, { mode: 0o600, flag: 'wx' });
  try {
    // a name that is taken is left alone, and nobody ever sees half a key
    await link(whole, path);
    return new Uint8Array(key);
  } catch (error) {
    if ((error as { code?: string }).code !== 'EEXIST') throw error;
    return (await readKeyFile(path)) as Uint8Array;
  } finally {
    await rm(whole, { force: true });
  }
}
