import { realpathSync, writeFileSync } from 'node:fs';
import { WrongUse } from './report.ts';

const realPath = (path: string) => {
  try {
    return realpathSync(path);
  } catch {
    return undefined;
  }
};

/** Writes a file that is not the one that was read: an original is never altered. Error: {@link WrongUse}. */
export function writeOther(input: string, output: string, content: Uint8Array | string): void {
  const there = realPath(output);
  if (there !== undefined && there === realPath(input))
    throw new WrongUse('the original is never altered: name another file to write');
  try {
    writeFileSync(output, content);
  } catch (error) {
    throw new WrongUse(
      `${output}: ${(error as NodeJS.ErrnoException).code ?? 'cannot be written'}`
    );
  }
}
