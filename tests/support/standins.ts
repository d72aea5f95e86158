// The simulated bench as a process of its own, as the start command runs it.
import { spawn } from 'node:child_process';
import { at } from './shop.ts';

/** Starts it; `stop` ends it. */
export async function startStandins(speed = 0): Promise<{ url: string; stop: () => void }> {
  const child = spawn(process.execPath, ['--import', 'tsx', at('standins/src/main.ts')], {
    cwd: at('.'),
    env: { ...process.env, PROFILES_DIR: at('profiles'), WORLD_SPEED: String(speed) },
    stdio: ['ignore', 'pipe', 'inherit']
  });
  const url = await new Promise<string>((resolve, reject) => {
    let text = '';
    child.stdout.on('data', (chunk: Buffer) => {
      text += String(chunk);
      const found = /"control":"([^"]+)"/.exec(text);
      if (found) resolve(found[1] as string);
    });
    child.once('exit', (code) => reject(new Error(`the simulated bench ended with ${code}`)));
  });
  return { url, stop: () => child.kill('SIGTERM') };
}
