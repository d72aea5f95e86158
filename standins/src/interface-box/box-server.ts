import { createServer, type Server, type Socket } from 'node:net';
import {
  BITRATE_CODES,
  createSerialLineDecoder,
  encodeSerialLine
} from '@badger/core/can/serial-line';
import {
  IDLE,
  TIMEOUT_MS,
  transition,
  type IsoTpEvent,
  type IsoTpState
} from '@badger/core/isotp/machine';
import type { Module } from '../modules/module.ts';

/** Misbehaviour of a box, for tests and training. */
export type BoxFault =
  | { readonly kind: 'drop-socket'; readonly afterFrames: number }
  | { readonly kind: 'garbage'; readonly afterFrames: number }
  | { readonly kind: 'half-frame'; readonly afterFrames: number }
  | { readonly kind: 'wrong-sequence'; readonly afterFrames: number }
  | { readonly kind: 'silent'; readonly afterFrames: number };

export interface BoxHost {
  /** The unit on the clamp, if it can be reached at all. */
  module(): Module | undefined;
  /** Real life divided by this is the time that passes here; 0 runs free. */
  speed(): number;
  /** Fault to play, taken once. */
  fault: BoxFault | undefined;
}

/** A unit says "pending" when it needs longer than this. Units: ms. Below P2 of 50 ms. */
const PENDING_AFTER_MS = 30;
const PENDING_EVERY_MS = 2000;
const BITRATE_OF = new Map([...BITRATE_CODES].map(([rate, code]) => [code, rate]));

/** An interface box: ASCII serial-line CAN over TCP on one side, the clamped unit on the other. */
export function createBoxServer(host: BoxHost): Server {
  let current: Socket | undefined;
  return createServer((socket) => {
    if (current && !current.destroyed) {
      socket.end('\x07');
      return;
    }
    current = socket;
    new BoxConnection(socket, host);
  });
}

class BoxConnection {
  readonly #socket: Socket;
  readonly #host: BoxHost;
  readonly #decoder = createSerialLineDecoder();
  #bitrate: number | undefined;
  #open = false;
  #isoTp: IsoTpState = IDLE;
  #timers = new Set<NodeJS.Timeout>();
  #flowTimer: NodeJS.Timeout | undefined;
  #frames = 0;
  #fault: BoxFault | undefined;
  #out: string[] = [];

  constructor(socket: Socket, host: BoxHost) {
    this.#socket = socket;
    this.#host = host;
    socket.setNoDelay(true);
    socket.on('data', (chunk) => this.#take(chunk));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      for (const timer of this.#timers) clearTimeout(timer);
      clearTimeout(this.#flowTimer);
    });
  }

  #take(chunk: Uint8Array): void {
    for (const event of this.#decoder.push(chunk)) {
      if (event.type === 'frame') this.#frame(event.frame.id, event.frame.data);
      else if (event.type === 'line') this.#command(event.text);
      else if (event.type === 'garbage') this.#say('\x07');
      else if (event.type === 'ack') this.#say('\r');
    }
    this.#flush();
  }

  #command(text: string): void {
    const rate = BITRATE_OF.get(text);
    if (rate !== undefined && !this.#open) this.#bitrate = rate;
    else if (text === 'O' && !this.#open && this.#bitrate !== undefined) this.#open = true;
    else if (text === 'C') this.#open = false;
    else if (text === 'V') return this.#say('V1013\r');
    else if (text === 'N') return this.#say('NB417\r');
    else if (text === 'F' && this.#open) return this.#say('F00\r');
    else return this.#say('\x07');
    this.#say('\r');
  }

  #frame(id: number, data: Uint8Array): void {
    if (!this.#open) return this.#say('\x07');
    this.#say('z\r');
    const module = this.#host.module();
    const bitrate = module?.profile.ways.find((w) => w.can)?.can?.bitrateBps;
    if (!module || bitrate !== this.#bitrate || id !== module.requestId) return;
    if (module.mode === 'off') {
      this.#isoTp = IDLE;
      return;
    }
    this.#step({ type: 'frame', data }, module);
  }

  #step(event: IsoTpEvent, module: Module): void {
    const [state, effects] = transition(this.#isoTp, event);
    this.#isoTp = state;
    for (const effect of effects) {
      if (effect.type === 'transmit')
        for (const data of effect.frames) this.#transmit(module, data);
      else if (effect.type === 'received') this.#request(module, effect.payload);
      else if (effect.type === 'gap') {
        this.#after(effect.us / 1000, () => this.#step({ type: 'gap-over' }, module));
      } else if (effect.type === 'start' && effect.timer === 'flow') {
        clearTimeout(this.#flowTimer);
        this.#flowTimer = setTimeout(() => {
          this.#step({ type: 'timeout', timer: 'flow' }, module);
        }, TIMEOUT_MS);
      } else if (effect.type === 'cancel' && effect.timer === 'flow') clearTimeout(this.#flowTimer);
    }
  }

  #request(module: Module, payload: Uint8Array): void {
    const { payload: answer, workMs } = module.handle(payload);
    if (!answer) return;
    const speed = this.#host.speed();
    const waitMs = speed === 0 ? 0 : workMs / speed;
    if (waitMs < 1) return this.#step({ type: 'send', payload: answer }, module);
    const pending = Uint8Array.of(0x7f, payload[0] as number, 0x78);
    if (waitMs > PENDING_AFTER_MS) {
      this.#step({ type: 'send', payload: pending }, module);
      for (let at = PENDING_EVERY_MS; at < waitMs; at += PENDING_EVERY_MS) {
        this.#after(at, () => this.#sendIfOn(module, pending));
      }
    }
    this.#after(waitMs, () => this.#sendIfOn(module, answer));
  }

  #sendIfOn(module: Module, payload: Uint8Array): void {
    if (module.mode === 'off' || this.#host.module() !== module) return;
    this.#step({ type: 'send', payload }, module);
  }

  #after(ms: number, act: () => void): void {
    const timer = setTimeout(() => {
      this.#timers.delete(timer);
      act();
      this.#flush();
    }, ms);
    this.#timers.add(timer);
  }

  #transmit(module: Module, data: Uint8Array): void {
    const line = encodeSerialLine({ id: module.responseId, extended: false, data });
    const fault = this.#host.fault;
    if (fault !== this.#fault) {
      // frames are counted from the moment the script was given
      this.#fault = fault;
      this.#frames = 0;
    }
    this.#frames++;
    if (!fault || this.#frames < fault.afterFrames) return this.#say(line);
    if (fault.kind === 'silent') return;
    this.#host.fault = undefined;
    if (fault.kind === 'drop-socket') this.#socket.destroy();
    else if (fault.kind === 'garbage') this.#say('t7E8ZZ\x00\xff?\rxyzzy!\r');
    else if (fault.kind === 'half-frame') this.#say(`${line.slice(0, 9)}\r`);
    else {
      const wrong = data.slice();
      wrong[0] = ((wrong[0] as number) & 0xf0) | (((wrong[0] as number) + 5) & 15);
      this.#say(encodeSerialLine({ id: module.responseId, extended: false, data: wrong }));
    }
  }

  #say(text: string): void {
    this.#out.push(text);
  }

  #flush(): void {
    if (this.#out.length === 0 || this.#socket.destroyed) return;
    this.#socket.write(this.#out.join(''), 'latin1');
    this.#out = [];
  }
}
