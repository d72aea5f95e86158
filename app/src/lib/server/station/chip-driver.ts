import { createConnection, type Socket } from 'node:net';
import { fail, ok, type Result } from '@badger/core/base/result';
import { readAnswer, readSynchronised, type FlasherAnswer } from '@badger/core/flasher/answer';
import { COMMANDS, type FlasherRequest } from '@badger/core/flasher/codec';
import { openProgrammer, type FlasherLink, type Programmer } from '@badger/core/flasher/programmer';
import { afterSilence, type PatientTimer } from './patient-timer.ts';

/** Longer than that nobody waits for a connection. Units: ms. */
const CONNECT_MS = 3000;
const SYNCHRONISE_MS = 500;
const SYNCHRONISE_TRIES = 3;
/** A programmer may clock slowly: so long for an answer, and so long more for each KiB of it. Units: ms. */
const ANSWER_MS = 2000;
const ANSWER_MS_PER_KIB = 200;

type Listener = (chunk: Uint8Array | undefined) => void;

/** One connection to a chip programmer, opened for one piece of work and closed with it. */
export class ChipDriver implements FlasherLink {
  readonly #socket: Socket;
  #listener: Listener | undefined;
  #stray = 0;
  #lost = false;

  private constructor(socket: Socket) {
    this.#socket = socket;
    socket.setNoDelay(true);
    socket.on('data', (chunk) => {
      if (this.#listener) this.#listener(chunk);
      // nobody asked: the two sides have lost each other, which the next question finds out
      else this.#stray += chunk.length;
    });
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#lost = true;
      this.#listener?.(undefined);
    });
  }

  /**
   * Connects, synchronises and asks the programmer what it is.
   * Errors: `programmer.link.absent` (nothing listens there), `programmer.link.deaf` (something does, and does not
   * answer as a programmer), those of {@link openProgrammer}.
   */
  static async open(at: {
    readonly host: string;
    readonly port: number;
  }): Promise<Result<{ readonly driver: ChipDriver; readonly programmer: Programmer }>> {
    const socket = await connect(at);
    if (!socket) return fail('programmer.link.absent', { host: at.host, port: at.port });
    const driver = new ChipDriver(socket);
    const synchronised = await driver.#synchronise();
    const programmer = synchronised.ok ? await openProgrammer(driver) : synchronised;
    if (programmer.ok) return ok({ driver, programmer: programmer.value });
    driver.close();
    return programmer;
  }

  exchange({ bytes, answerBytes }: FlasherRequest): Promise<Result<Uint8Array>> {
    const command = bytes[0] as number;
    if (this.#lost) return Promise.resolve(fail('programmer.link.lost'));
    if (this.#stray > 0) return Promise.resolve(this.#garbage());
    const reader = readAnswer(answerBytes);
    return new Promise((resolve) => {
      const finish = (result: Result<Uint8Array>) => {
        timer.cancel();
        this.#listener = undefined;
        resolve(result);
      };
      const patienceMs = ANSWER_MS + ((bytes.length + answerBytes) / 1024) * ANSWER_MS_PER_KIB;
      const timer: PatientTimer = afterSilence(patienceMs, () => {
        // what comes now belongs to nobody
        this.close();
        finish(fail('programmer.answer.late', { command }));
      });
      this.#listener = (chunk) => {
        if (!chunk) return finish(fail('programmer.link.lost'));
        const answer = reader.push(chunk);
        if (answer) finish(this.#resultOf(answer, command));
      };
      this.#socket.write(bytes);
    });
  }

  #resultOf(answer: FlasherAnswer, command: number): Result<Uint8Array> {
    if (answer.type === 'ack') return ok(answer.data);
    if (answer.type === 'nak') return fail('programmer.command.refused', { command });
    return this.#garbage();
  }

  /** After that nothing that is heard can be believed. */
  #garbage(): Result<never> {
    this.close();
    return fail('programmer.answer.garbage');
  }

  async #synchronise(): Promise<Result<true>> {
    for (let i = 0; i < SYNCHRONISE_TRIES && !this.#lost; i++) {
      const found = await new Promise<boolean>((resolve) => {
        const reader = readSynchronised();
        const finish = (value: boolean) => {
          timer.cancel();
          this.#listener = undefined;
          resolve(value);
        };
        const timer = afterSilence(SYNCHRONISE_MS, () => finish(false));
        this.#listener = (chunk) => {
          if (!chunk) finish(false);
          else if (reader.push(chunk)) finish(true);
        };
        this.#socket.write(Uint8Array.of(COMMANDS.synchronise));
      });
      if (found) {
        this.#stray = 0;
        return ok(true);
      }
    }
    return fail('programmer.link.deaf');
  }

  close(): void {
    this.#lost = true;
    this.#socket.destroy();
  }
}

function connect({ host, port }: { host: string; port: number }): Promise<Socket | undefined> {
  return new Promise((resolve) => {
    const socket = createConnection({ host, port, timeout: CONNECT_MS });
    const give = (result: Socket | undefined) => {
      socket.removeAllListeners();
      if (!result) socket.destroy();
      resolve(result);
    };
    socket.once('connect', () => {
      socket.setTimeout(0);
      give(socket);
    });
    socket.once('timeout', () => give(undefined));
    socket.once('error', () => give(undefined));
  });
}
