import { createServer, type Server, type Socket } from 'node:net';
import {
  BITRATE_CODES,
  createSerialLineDecoder,
  encodeSerialLine
} from '@badger/core/can/serial-line';
import { OBD_FUNCTIONAL_ID } from '@badger/core/obd/services';
import type { BusUnit } from './bus-unit.ts';
import { UnitChannel } from './unit-channel.ts';

/** Misbehaviour of a box, for tests and training. */
export type BoxFault =
  | { readonly kind: 'drop-socket'; readonly afterFrames: number }
  | { readonly kind: 'garbage'; readonly afterFrames: number }
  | { readonly kind: 'half-frame'; readonly afterFrames: number }
  | { readonly kind: 'wrong-sequence'; readonly afterFrames: number }
  | { readonly kind: 'silent'; readonly afterFrames: number }
  /** The supply of what hangs on the pair gives way. */
  | { readonly kind: 'power'; readonly afterFrames: number };

export interface BoxHost {
  /** What hangs on the CAN pair: the unit on the clamp, or a whole vehicle. */
  units(): readonly BusUnit[];
  /** Real life divided by this is the time that passes here; 0 runs free. */
  speed(): number;
  /** Fault to play, taken once. */
  fault: BoxFault | undefined;
  /** How the bus disturbs what is sent: form or bit errors; undefined: it does not. */
  disturbance?(): 'f' | 'b' | undefined;
  /** The supply gives way. */
  losePower?(): void;
  /** Set while a frame is said over and over because nobody takes it. */
  repeating?: boolean;
}

const BITRATE_OF = new Map([...BITRATE_CODES].map(([rate, code]) => [code, rate]));

/** An interface box: ASCII serial-line CAN over TCP on one side, the units on the pair on the other. */
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
  readonly #channels = new Map<BusUnit, UnitChannel>();
  #bitrate: number | undefined;
  #open = false;
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
      this.#close();
      for (const channel of this.#channels.values()) channel.close();
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
    else if (text === 'C') this.#close();
    else if (text === 'V') return this.#say('V1013\r');
    else if (text === 'N') return this.#say('NB417\r');
    else if (text === 'F' && this.#open) return this.#say('F00\r');
    else return this.#say('\x07');
    this.#say('\r');
  }

  #close(): void {
    this.#open = false;
    this.#host.repeating = false;
  }

  /** What the controller tells of a frame: disturbed, taken by nobody, or nothing. */
  #outcome(units: readonly BusUnit[]): void {
    const disturbed = this.#host.disturbance?.();
    const acknowledged = units.some((u) => u.awake && u.bitrateBps === this.#bitrate);
    this.#host.repeating = disturbed !== undefined || !acknowledged;
    if (disturbed) this.#say(`e1${disturbed}\rsp000128\r`);
    else if (!acknowledged) this.#say('e1a\rsp000128\r');
  }

  #frame(id: number, data: Uint8Array): void {
    if (!this.#open) return this.#say('\x07');
    this.#say('z\r');
    const units = this.#host.units();
    this.#outcome(units);
    for (const unit of this.#channels.keys()) if (!units.includes(unit)) this.#drop(unit);
    for (const unit of units) {
      const meant = id === unit.requestId || (id === OBD_FUNCTIONAL_ID && unit.functional);
      if (meant && unit.bitrateBps === this.#bitrate) this.#channel(unit).frame(data);
    }
  }

  #channel(unit: BusUnit): UnitChannel {
    const known = this.#channels.get(unit);
    if (known) return known;
    const channel = new UnitChannel(unit, {
      transmit: (from, data) => this.#transmit(from, data),
      flush: () => this.#flush(),
      speed: () => this.#host.speed(),
      present: (which) => this.#host.units().includes(which)
    });
    this.#channels.set(unit, channel);
    return channel;
  }

  #drop(unit: BusUnit): void {
    this.#channels.get(unit)?.close();
    this.#channels.delete(unit);
  }

  #transmit(unit: BusUnit, data: Uint8Array): void {
    const line = encodeSerialLine({ id: unit.responseId, extended: false, data });
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
    if (fault.kind === 'power') this.#host.losePower?.();
    else if (fault.kind === 'drop-socket') this.#socket.destroy();
    else if (fault.kind === 'garbage') this.#say('t7E8ZZ\x00\xff?\rxyzzy!\r');
    else if (fault.kind === 'half-frame') this.#say(`${line.slice(0, 9)}\r`);
    else {
      const wrong = data.slice();
      wrong[0] = ((wrong[0] as number) & 0xf0) | (((wrong[0] as number) + 5) & 15);
      this.#say(encodeSerialLine({ id: unit.responseId, extended: false, data: wrong }));
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
