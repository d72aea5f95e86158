import type { Code } from '@badger/core/base/codes';
import { createSocket } from 'node:dgram';
import { createConnection, type Socket } from 'node:net';
import { fail, ok, type Result } from '@badger/core/base/result';
import {
  checkHeader,
  createDoipDecoder,
  decodeAnnouncement,
  decodePowerMode,
  DOIP,
  encodeMessage,
  HEADER_BYTES,
  ROUTING_NAMES,
  UNKNOWN_TARGET,
  type Announcement
} from '@badger/core/doip/codec';
import * as doip from '@badger/core/doip/client-machine';
import type { DiagnosticLink, ExchangeOptions } from '@badger/core/port/diagnostic-link';
import { UdsExchange } from './uds-exchange.ts';
import { afterSilence, type PatientTimer } from './patient-timer.ts';

/** Our address. Source: ISO 13400-2 range of external test equipment, from memory. */
export const TESTER_ADDRESS = 0x0e00;
const CONNECT_TIMEOUT_MS = 3000;
const ASK_TIMEOUT_MS = 500;
const ASKS = 3;

export interface VehicleAddress {
  readonly host: string;
  readonly port: number;
}

/**
 * Asks over UDP which vehicle is on the cable. Errors: `doip.vehicle.none` (nobody answers).
 * Source: ISO 13400-2 vehicle identification request.
 */
export async function identifyVehicle(at: VehicleAddress): Promise<Result<Announcement>> {
  const payload = await askUdp(at, DOIP.identificationRequest, DOIP.announcement);
  const announcement = payload && decodeAnnouncement(payload);
  return announcement ? ok(announcement) : fail('doip.vehicle.none');
}

/** Is the vehicle ready for diagnosis (ignition on)? `unsupported` when it does not tell. */
export async function readPowerMode(
  at: VehicleAddress
): Promise<'ready' | 'not-ready' | 'unsupported'> {
  const payload = await askUdp(at, DOIP.powerModeRequest, DOIP.powerModeResponse);
  return payload ? decodePowerMode(payload) : 'unsupported';
}

/** Payload of the first answer of the wanted type; undefined when there is none. */
function askUdp(at: VehicleAddress, type: number, wanted: number): Promise<Uint8Array | undefined> {
  return new Promise((resolve) => {
    const socket = createSocket('udp4');
    let asks = 0;
    let timer: NodeJS.Timeout | undefined;
    const finish = (payload: Uint8Array | undefined) => {
      clearTimeout(timer);
      socket.close();
      resolve(payload);
    };
    const ask = () => {
      if (asks++ >= ASKS) return finish(undefined);
      timer = setTimeout(ask, ASK_TIMEOUT_MS);
      socket.send(encodeMessage(type, new Uint8Array(0)), at.port, at.host, () => undefined);
    };
    socket.on('error', () => finish(undefined));
    socket.on('message', (bytes) => {
      if (bytes.length < HEADER_BYTES || checkHeader(bytes) !== undefined) return;
      if ((bytes[2] as number) * 256 + (bytes[3] as number) !== wanted) return;
      finish(Uint8Array.from(bytes.subarray(HEADER_BYTES)));
    });
    ask();
  });
}

/** Is told whole messages as they go over the wire. */
export interface Tap {
  request(payload: Uint8Array): void;
  answer(payload: Uint8Array): void;
}

/**
 * One TCP connection to a DoIP entity: the pure client machine with a socket and a timer, and one UDS client for each
 * unit that is spoken to, side by side.
 */
export class DoipConnection {
  readonly #socket: Socket;
  readonly #decoder = createDoipDecoder();
  readonly #exchanges = new Map<number, UdsExchange>();
  #state = doip.doipClosed(TESTER_ADDRESS);
  #timer: PatientTimer | undefined;
  #settle: ((result: Result<DoipConnection>) => void) | undefined;
  #failed: Code | undefined;

  readonly #tap: Tap | undefined;

  private constructor(at: VehicleAddress, tap: Tap | undefined) {
    this.#tap = tap;
    this.#socket = createConnection({ host: at.host, port: at.port, timeout: CONNECT_TIMEOUT_MS });
    this.#socket.setNoDelay(true);
    this.#socket.on('connect', () => {
      this.#socket.setTimeout(0);
      this.#step({ type: 'opened' });
    });
    this.#socket.on('data', (chunk) => {
      for (const event of this.#decoder.push(chunk)) this.#step({ type: 'wire', event });
    });
    this.#socket.on('timeout', () => this.#socket.destroy());
    this.#socket.on('error', () => this.#socket.destroy());
    this.#socket.on('close', () => this.#step({ type: 'lost' }));
  }

  /** Connects and activates routing. Errors: the `doip.*` codes of the client machine. */
  static open(at: VehicleAddress, tap?: Tap): Promise<Result<DoipConnection>> {
    return new Promise((resolve) => {
      const connection = new DoipConnection(at, tap);
      connection.#settle = resolve;
    });
  }

  /** A diagnostic link to one logical address. One at a time for each address. */
  link(target: number): DiagnosticLink {
    const exchange = new UdsExchange({
      send: (data) => {
        this.#tap?.request(data);
        this.#step({ type: 'send', target, data });
      },
      busy: () => false,
      flush: () => undefined
    });
    this.#exchanges.set(target, exchange);
    return {
      exchange: (request: Uint8Array, options?: ExchangeOptions) =>
        this.#failed ? Promise.resolve(fail(this.#failed)) : exchange.exchange(request, options)
    };
  }

  close(): void {
    this.#failed ??= 'doip.socket.lost';
    this.#timer?.cancel();
    for (const exchange of this.#exchanges.values()) exchange.close();
    this.#socket.destroy();
  }

  #step(event: doip.DoipClientEvent): void {
    const [state, effects] = doip.transition(this.#state, event);
    this.#state = state;
    for (const effect of effects) this.#effect(effect);
  }

  #effect(effect: doip.DoipClientEffect): void {
    switch (effect.type) {
      case 'transmit':
        this.#socket.write(effect.bytes);
        return;
      case 'start-timer':
        this.#timer = afterSilence(effect.ms, () => this.#step({ type: 'timeout' }));
        return;
      case 'stop-timer':
        return this.#timer?.cancel();
      case 'active':
        return this.#opened(ok(this));
      case 'failed':
        return this.#fail(effect.code, effect.detail);
      case 'close':
        this.#socket.destroy();
        return;
      case 'diagnostic':
        return this.#answer(effect.source, effect.data);
      case 'refused':
        return this.#refuse(effect.target, effect.nack);
      case 'ignored':
        return;
    }
  }

  #opened(result: Result<DoipConnection>): void {
    const settle = this.#settle;
    this.#settle = undefined;
    settle?.(result);
  }

  #fail(code: Code, detail: number | undefined): void {
    this.#failed = code;
    const named = detail === undefined ? undefined : ROUTING_NAMES[detail];
    this.#opened(fail(code, named === undefined ? {} : { reason: named }));
    for (const exchange of this.#exchanges.values()) exchange.carrierFailed(code);
  }

  /** Only the unit that was asked may answer: anybody else's words are dropped. */
  #answer(source: number, data: Uint8Array): void {
    const exchange = this.#exchanges.get(source);
    if (!exchange) return;
    this.#tap?.answer(data);
    exchange.take(data);
  }

  #refuse(target: number, nack: number): void {
    const code = nack === UNKNOWN_TARGET ? 'doip.unit.unknown' : 'doip.unit.unreachable';
    this.#exchanges.get(target)?.carrierFailed(code);
  }
}
