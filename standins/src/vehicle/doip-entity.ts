import { createSocket, type Socket as UdpSocket } from 'node:dgram';
import { createServer, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { encodeUintBe } from '@badger/core/base/bytes';
import {
  createDoipDecoder,
  decodeAddressed,
  DOIP,
  encodeAddressed,
  encodeAnnouncement,
  encodeMessage,
  encodeRoutingResponse,
  checkHeader,
  HEADER_BYTES,
  HEADER_NACK,
  type DoipMessage
} from '@badger/core/doip/codec';
import { scheduleAnswer } from '../interface-box/bus-unit.ts';
import type { Vehicle } from './vehicle.ts';

/** Misbehaviour of the entity; it lasts until it is taken away. */
export type DoipFault =
  | 'wrong-inverse'
  | 'giant-length'
  | 'wrong-length'
  | 'unknown-type'
  | 'close-mid'
  | 'reorder'
  | 'pending-forever'
  | 'impostor'
  | 'mute-routing'
  | 'no-announcement'
  | { readonly routing: number };

export interface DoipHost {
  /** The vehicle whose diagnostic socket the cable is in. */
  vehicle(): Vehicle | undefined;
  speed(): number;
  fault: DoipFault | undefined;
  /** Misbehaviour of the answer that goes out now. */
  faultOfNextAnswer(): DoipFault | undefined;
}

const NACK = { unknownSource: 0x02, unknownTarget: 0x03, unreachable: 0x06 };
const MAX_SOCKETS = 4;
/** Tester addresses. Source: ISO 13400-2, external test equipment, from memory. */
const isTester = (address: number) => address >= 0x0e00 && address <= 0x0fff;

/** A DoIP entity on loopback: identification over UDP, routing and diagnostic messages over TCP. */
export class DoipEntity {
  readonly #host: DoipHost;
  readonly #tcp: Server;
  readonly #udp: UdpSocket;
  readonly #open = new Set<Connection>();

  constructor(host: DoipHost) {
    this.#host = host;
    this.#tcp = createServer((socket) => this.#accept(socket));
    this.#udp = createSocket('udp4');
    this.#udp.on('message', (bytes, from) => {
      const answer = this.#identify(bytes);
      if (answer) this.#udp.send(answer, from.port, from.address);
    });
  }

  /** Opens both sockets on loopback under the same number; gives it. */
  async start(port = 0): Promise<number> {
    await new Promise<void>((resolve, reject) => {
      this.#tcp.once('error', reject);
      this.#tcp.listen(port, '127.0.0.1', () => resolve());
    });
    const taken = (this.#tcp.address() as AddressInfo).port;
    await new Promise<void>((resolve, reject) => {
      this.#udp.once('error', reject);
      this.#udp.bind(taken, '127.0.0.1', () => resolve());
    });
    return taken;
  }

  stop(): void {
    this.#tcp.close();
    this.#udp.close();
    for (const connection of this.#open) connection.drop();
  }

  /** Cuts every connection: the cable was pulled, or another vehicle is plugged in. */
  unplug(): void {
    for (const connection of this.#open) connection.drop();
  }

  #accept(socket: Socket): void {
    const vehicle = this.#host.vehicle();
    // nothing on the other end of the cable, or it is asleep
    if (!vehicle || vehicle.layout.carrier !== 'doip' || vehicle.asleep) {
      socket.destroy();
      return;
    }
    const connection = new Connection(socket, {
      host: this.#host,
      vehicle,
      full: this.#open.size >= MAX_SOCKETS
    });
    this.#open.add(connection);
    socket.on('close', () => this.#open.delete(connection));
  }

  #identify(bytes: Uint8Array): Uint8Array | undefined {
    const vehicle = this.#host.vehicle();
    if (!vehicle || vehicle.layout.carrier !== 'doip' || vehicle.asleep) return undefined;
    if (this.#host.fault === 'no-announcement' || bytes.length < HEADER_BYTES) return undefined;
    if (checkHeader(bytes) !== undefined)
      return encodeMessage(DOIP.headerNack, Uint8Array.of(HEADER_NACK.patternFormat));
    const type = (bytes[2] as number) * 256 + (bytes[3] as number);
    if (type === DOIP.powerModeRequest)
      return encodeMessage(
        DOIP.powerModeResponse,
        Uint8Array.of(vehicle.ignition === 'off' ? 0 : 1)
      );
    if (type === DOIP.entityStatusRequest) {
      const status = Uint8Array.of(0x00, MAX_SOCKETS, this.#open.size, 0x00, 0x00, 0xff, 0xff);
      return encodeMessage(DOIP.entityStatusResponse, status);
    }
    if (type < DOIP.identificationRequest || type > DOIP.identificationRequestVin)
      return encodeMessage(DOIP.headerNack, Uint8Array.of(HEADER_NACK.unknownType));
    const entityId = Uint8Array.of(0x02, 0, 0, 0, 0, 1);
    return encodeMessage(
      DOIP.announcement,
      encodeAnnouncement({
        vin: vehicle.spec.vin,
        logicalAddress: entityAddress(vehicle),
        eid: entityId,
        gid: entityId,
        furtherAction: 0,
        syncStatus: 0
      })
    );
  }
}

function entityAddress(vehicle: Vehicle): number {
  return vehicle.layout.units.find((u) => u.kind === 'gateway')?.address ?? 0x1000;
}

class Connection {
  readonly #socket: Socket;
  readonly #host: DoipHost;
  readonly #vehicle: Vehicle;
  readonly #decoder = createDoipDecoder();
  readonly #timers = new Set<NodeJS.Timeout>();
  readonly #full: boolean;
  #held: Uint8Array[] = [];
  #tester: number | undefined;

  constructor(socket: Socket, options: { host: DoipHost; vehicle: Vehicle; full: boolean }) {
    this.#socket = socket;
    this.#host = options.host;
    this.#vehicle = options.vehicle;
    this.#full = options.full;
    socket.setNoDelay(true);
    socket.on('data', (chunk) => this.#take(chunk));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      for (const timer of this.#timers) clearTimeout(timer);
    });
  }

  drop(): void {
    this.#socket.destroy();
  }

  #take(chunk: Uint8Array): void {
    for (const event of this.#decoder.push(chunk)) {
      if (event.type === 'broken') {
        this.#send(DOIP.headerNack, Uint8Array.of(event.nack));
        this.#socket.end();
      } else this.#message(event.message);
    }
  }

  #message({ type, payload }: DoipMessage): void {
    if (type === DOIP.routingRequest) this.#route(payload);
    else if (type === DOIP.diagnostic) this.#diagnose(payload);
    else if (type === DOIP.aliveResponse) return;
    else this.#send(DOIP.headerNack, Uint8Array.of(HEADER_NACK.unknownType));
  }

  #route(payload: Uint8Array): void {
    const { fault } = this.#host;
    if (fault === 'mute-routing') return;
    if (payload.length !== 7 && payload.length !== 11) {
      this.#send(DOIP.headerNack, Uint8Array.of(HEADER_NACK.payloadLength));
      return this.drop();
    }
    const tester = (payload[0] as number) * 256 + (payload[1] as number);
    const code = this.#routingCode(tester, payload[2] as number);
    if (code === 0x10) this.#tester = tester;
    this.#send(
      DOIP.routingResponse,
      encodeRoutingResponse({
        testerAddress: tester,
        entityAddress: entityAddress(this.#vehicle),
        code
      })
    );
    if (code !== 0x10 && code !== 0x11) this.#socket.end();
  }

  #routingCode(tester: number, activation: number): number {
    const { fault } = this.#host;
    if (typeof fault === 'object') return fault.routing;
    if (!isTester(tester)) return 0x00;
    if (this.#full) return 0x01;
    if (this.#tester !== undefined && this.#tester !== tester) return 0x02;
    return activation === 0 ? 0x10 : 0x06;
  }

  #diagnose(payload: Uint8Array): void {
    const message = decodeAddressed(payload);
    if (!message) {
      this.#send(DOIP.headerNack, Uint8Array.of(HEADER_NACK.payloadLength));
      return;
    }
    const { source, target, data } = message;
    const nack = this.#refusal(source, target);
    const back = { source: target, target: source };
    if (nack !== undefined) {
      this.#send(DOIP.diagnosticNack, encodeAddressed({ ...back, data: Uint8Array.of(nack) }));
      return;
    }
    this.#send(DOIP.diagnosticAck, encodeAddressed({ ...back, data: Uint8Array.of(0x00) }));
    this.#answer(target, source, data.slice());
  }

  #refusal(source: number, target: number): number | undefined {
    if (source !== this.#tester) return NACK.unknownSource;
    const unit = this.#vehicle.unit(target);
    if (!unit) return NACK.unknownTarget;
    return this.#vehicle.reachable(unit) ? undefined : NACK.unreachable;
  }

  #answer(target: number, tester: number, request: Uint8Array): void {
    const { fault } = this.#host;
    const unit = this.#vehicle.unit(target);
    this.#vehicle.touch();
    if (fault === 'pending-forever') return this.#pendOn(target, tester, request);
    const answer = unit && this.#vehicle.ask(unit, request);
    if (!answer) return;
    for (const { afterMs, payload } of scheduleAnswer(request, answer, this.#host.speed())) {
      this.#after(afterMs, () => this.#say(target, tester, payload));
    }
  }

  #pendOn(target: number, tester: number, request: Uint8Array): void {
    const pending = Uint8Array.of(0x7f, request[0] as number, 0x78);
    const again = () => {
      this.#say(target, tester, pending);
      if (this.#host.fault === 'pending-forever') this.#after(5, again);
    };
    again();
  }

  #say(unit: number, tester: number, data: Uint8Array): void {
    const fault = this.#host.faultOfNextAnswer();
    const source = fault === 'impostor' ? unit + 0x99 : unit;
    const bytes = encodeMessage(DOIP.diagnostic, encodeAddressed({ source, target: tester, data }));
    if (fault === 'wrong-inverse') bytes[1] = bytes[0] as number;
    if (fault === 'giant-length') bytes.set(encodeUintBe(0x7fff_ffff, 4), 4);
    if (fault === 'wrong-length') bytes.set(encodeUintBe(data.length + 4 + 200, 4), 4);
    if (fault === 'unknown-type') this.#write(encodeMessage(0x7777, Uint8Array.of(1, 2, 3)));
    if (fault === 'close-mid') {
      this.#write(bytes.subarray(0, bytes.length - 1));
      return this.drop();
    }
    if (fault === 'reorder') return this.#hold(bytes);
    this.#write(bytes);
  }

  /** Answers of several units come in reverse. */
  #hold(bytes: Uint8Array): void {
    this.#held.push(bytes);
    if (this.#held.length > 1) return;
    this.#after(20, () => {
      const list = this.#held.reverse();
      this.#held = [];
      for (const each of list) this.#write(each);
    });
  }

  #send(type: number, payload: Uint8Array): void {
    this.#write(encodeMessage(type, payload));
  }

  #write(bytes: Uint8Array): void {
    if (!this.#socket.destroyed) this.#socket.write(bytes);
  }

  #after(ms: number, act: () => void): void {
    if (ms === 0) return act();
    const timer = setTimeout(() => {
      this.#timers.delete(timer);
      act();
    }, ms);
    this.#timers.add(timer);
  }
}
