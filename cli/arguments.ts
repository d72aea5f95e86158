import { parseArgs, type ParseArgsConfig } from 'node:util';
import { WrongUse } from './report.ts';

type Options = NonNullable<ParseArgsConfig['options']>;

/** The words and options of a command. Error: {@link WrongUse}. */
export function readArguments(
  args: readonly string[],
  options: Record<string, 'string' | 'boolean' | 'list'>
) {
  const all: Options = { json: { type: 'boolean' }, help: { type: 'boolean' } };
  for (const [name, type] of Object.entries(options))
    all[name] = type === 'list' ? { type: 'string', multiple: true } : { type };
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      options: all,
      allowPositionals: true
    });
    const told = (name: string) => {
      const value = values[name];
      return typeof value === 'string' ? value : undefined;
    };
    /** Of an option that may be given more than once, or with commas. */
    const list = (name: string) => {
      const value = values[name];
      const words = Array.isArray(value) ? value : [];
      return words.flatMap((w) => (typeof w === 'string' ? w.split(',') : [])).filter(Boolean);
    };
    return { files: positionals, told, list, has: (name: string) => values[name] === true };
  } catch (error) {
    throw new WrongUse((error as Error).message);
  }
}

export type Arguments = ReturnType<typeof readArguments>;

/** An address or count: decimal, or hexadecimal with 0x. Up to 2^32. */
export function readNumber(name: string, text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const value = /^(0x[0-9a-f]+|\d+)$/i.test(text) ? Number(text) : NaN;
  if (!(value <= 2 ** 32))
    throw new WrongUse(`--${name} expected an address up to 0x100000000, got "${text}"`);
  return value;
}

/** One of several words. */
export function readWord<W extends string>(
  name: string,
  text: string | undefined,
  words: readonly W[]
): W | undefined {
  if (text === undefined) return undefined;
  const word = words.find((w) => w === text.toLowerCase());
  if (!word) throw new WrongUse(`--${name} expected ${words.join(', ')}, got "${text}"`);
  return word;
}
