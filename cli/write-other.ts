import { statSync, writeFileSync } from 'node:fs';
import { WrongUse } from './report.ts';

/** What a path leads to, whatever it is called: links of both kinds lead to one. Undefined where nothing is. */
function identityOf(path: string): string | undefined {
  const found = statSync(path, { throwIfNoEntry: false });
  return found && `${found.dev} ${found.ino}`;
}

/** Writes a file that is none of those that were read: an original is never altered. Error: {@link WrongUse}. */
export function writeOther(
  inputs: readonly string[],
  output: string,
  content: Uint8Array | string
): void {
  try {
    const there = identityOf(output);
    if (there !== undefined && inputs.some((path) => identityOf(path) === there))
      throw new WrongUse('what is read is never altered: name another file to write');
    writeFileSync(output, content);
  } catch (error) {
    if (error instanceof WrongUse) throw error;
    throw new WrongUse(
      `${output}: ${(error as NodeJS.ErrnoException).code ?? 'cannot be written'}`
    );
  }
}
