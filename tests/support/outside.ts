// Debian's own programs as outside judges.
import { execFileSync, spawn } from 'node:child_process';

/** Runs a script in Debian's own Python, where Debian's packages are, without blocking this process. */
export function python(script: string, input = ''): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn('/usr/bin/python3', ['-W', 'ignore', '-c', script], {
      stdio: ['pipe', 'pipe', 'pipe']
    });
    let out = '';
    let err = '';
    child.stdout.on('data', (d) => (out += String(d)));
    child.stderr.on('data', (d) => (err += String(d)));
    child.on('close', (code) => (code === 0 ? resolve(out) : reject(new Error(err))));
    child.stdin.end(input);
  });
}

/** Fields of every packet of a capture that pass a filter, as Debian's tshark sees them; `home` is a folder to write in. */
export function tsharkFields(
  file: string,
  options: { filter: string; fields: readonly string[]; decodeAs?: readonly string[]; home: string }
): string[][] {
  const { filter, fields, decodeAs = [], home } = options;
  const out = execFileSync(
    '/usr/bin/tshark',
    [
      ...['-r', file],
      ...decodeAs.flatMap((d) => ['-d', d]),
      ...['-Y', filter, '-T', 'fields'],
      ...fields.flatMap((f) => ['-e', f])
    ],
    {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
      maxBuffer: 1 << 26,
      env: { ...process.env, HOME: home }
    }
  );
  return out
    .split('\n')
    .filter(Boolean)
    .map((line) => line.split('\t'));
}
