import { concatBytes, encodeAscii, encodeUintBe, formatAscii, readUintBe } from '../base/bytes.ts';

/** Protocol version that is spoken: ISO 13400-2:2012. */
export const DOIP_VERSION = 0x02;
/** TCP and UDP port of a vehicle. Source: ISO 13400-2. */
export const DOIP_PORT = 13_400;
export const HEADER_BYTES = 8;
/** Longest payload that is taken: a whole 64 KiB of memory with its addresses. Units: bytes. Source: own limit. */
export const MAX_PAYLOAD_BYTES = 0x10_100;

/** Payload types. Source: ISO 13400-2:2012, payload type overview. */
export const DOIP = {
  headerNack: 0x0000,
  identificationRequest: 0x0001,
  identificationRequestEid: 0x0002,
  identificationRequestVin: 0x0003,
  announcement: 0x0004,
  routingRequest: 0x0005,
  routingResponse: 0x0006,
  aliveRequest: 0x0007,
  aliveResponse: 0x0008,
  entityStatusRequest: 0x4001,
  entityStatusResponse: 0x4002,
  powerModeRequest: 0x4003,
  powerModeResponse: 0x4004,
  diagnostic: 0x8001,
  diagnosticAck: 0x8002,
  diagnosticNack: 0x8003
} as const;

/** Generic header negative codes. Source: ISO 13400-2:2012. */
export const HEADER_NACK = {
  patternFormat: 0x00,
  unknownType: 0x01,
  tooLarge: 0x02,
  outOfMemory: 0x03,
  payloadLength: 0x04
} as const;

/** Routing activation answers. Source: ISO 13400-2:2012; names ours. */
export const ROUTING_NAMES: Readonly<Record<number, string>> = {
  0x00: 'unknown tester address',
  0x01: 'all sockets in use',
  0x02: 'another tester address on this socket',
  0x03: 'tester address active on another socket',
  0x04: 'authentication missing',
  0x05: 'confirmation refused',
  0x06: 'unsupported activation type',
  0x07: 'encrypted connection required',
  0x10: 'routing active',
  0x11: 'confirmation pending'
};

/** Diagnostic message negative code for a logical address that nobody has. Source: ISO 13400-2:2012. */
export const UNKNOWN_TARGET = 0x03;

export interface DoipMessage {
  readonly type: number;
  readonly payload: Uint8Array;
}

/** A whole message: header and payload. Memory: owns its bytes. */
export function encodeMessage(type: number, payload: Uint8Array): Uint8Array {
  return concatBytes([
    Uint8Array.of(DOIP_VERSION, 0xff ^ DOIP_VERSION),
    encodeUintBe(type, 2),
    encodeUintBe(payload.length, 4),
    payload
  ]);
}

export type DoipEvent =
  | { readonly type: 'message'; readonly message: DoipMessage }
  /** The stream cannot be trusted any more: `code` is a header NACK and the socket is to be closed. */
  | { readonly type: 'broken'; readonly nack: number };

export interface DoipDecoder {
  push(chunk: Uint8Array): DoipEvent[];
}

/**
 * Cuts a byte stream into messages. A wrong synchronisation pattern or a giant length ends it: nothing behind can be
 * found again. Memory: messages own their bytes. Source: ISO 13400-2:2012 generic header handling.
 */
export function createDoipDecoder(): DoipDecoder {
  let held: Uint8Array = new Uint8Array(0);
  let dead = false;
  return {
    push(chunk) {
      const events: DoipEvent[] = [];
      if (dead) return events;
      held = held.length === 0 ? chunk.slice() : concatBytes([held, chunk]);
      let at = 0;
      while (held.length - at >= HEADER_BYTES) {
        const nack = checkHeader(held, at);
        if (nack !== undefined) {
          dead = true;
          events.push({ type: 'broken', nack });
          return events;
        }
        const length = readUintBe(held, at + 4, 4);
        if (held.length - at < HEADER_BYTES + length) break;
        const payload = held.slice(at + HEADER_BYTES, at + HEADER_BYTES + length);
        events.push({ type: 'message', message: { type: readUintBe(held, at + 2, 2), payload } });
        at += HEADER_BYTES + length;
      }
      held = held.slice(at);
      return events;
    }
  };
}

/** Header NACK that the header at `at` deserves, or undefined. Version 0xFF is the default of identification requests. */
export function checkHeader(bytes: Uint8Array, at = 0): number | undefined {
  const version = bytes[at] as number;
  const known = (version >= 0x01 && version <= 0x04) || version === 0xff;
  if (!known || (bytes[at + 1] as number) !== (version ^ 0xff)) return HEADER_NACK.patternFormat;
  return readUintBe(bytes, at + 4, 4) > MAX_PAYLOAD_BYTES ? HEADER_NACK.tooLarge : undefined;
}

export interface Announcement {
  readonly vin: string;
  readonly logicalAddress: number;
  /** Entity and group id, six bytes each as hex numbers. */
  readonly eid: Uint8Array;
  readonly gid: Uint8Array;
  /** 0x00 nothing further, 0x10 central security asks for a routing activation. */
  readonly furtherAction: number;
  /** 0x00 VIN and GID are synchronised, 0x10 incomplete; absent in short announcements. */
  readonly syncStatus: number | undefined;
}

/** Undefined when the payload is no announcement (32 or 33 bytes). */
export function decodeAnnouncement(payload: Uint8Array): Announcement | undefined {
  if (payload.length !== 32 && payload.length !== 33) return undefined;
  return {
    vin: formatAscii(payload.subarray(0, 17)),
    logicalAddress: readUintBe(payload, 17, 2),
    eid: payload.slice(19, 25),
    gid: payload.slice(25, 31),
    furtherAction: payload[31] as number,
    syncStatus: payload[32]
  };
}

/** Payload of an announcement. Throws RangeError for a VIN that is not 17 characters. */
export function encodeAnnouncement(a: Announcement): Uint8Array {
  if (a.vin.length !== 17) throw new RangeError(`"vin" expected 17 characters, got ${a.vin}`);
  return concatBytes([
    encodeAscii(a.vin),
    encodeUintBe(a.logicalAddress, 2),
    a.eid,
    a.gid,
    a.syncStatus === undefined
      ? Uint8Array.of(a.furtherAction)
      : Uint8Array.of(a.furtherAction, a.syncStatus)
  ]);
}

/** Payload of a routing activation request, type 0 (default). */
export function encodeRoutingRequest(testerAddress: number, activationType = 0): Uint8Array {
  return concatBytes([
    encodeUintBe(testerAddress, 2),
    Uint8Array.of(activationType),
    new Uint8Array(4)
  ]);
}

export interface RoutingResponse {
  readonly testerAddress: number;
  readonly entityAddress: number;
  readonly code: number;
}

export function decodeRoutingResponse(payload: Uint8Array): RoutingResponse | undefined {
  if (payload.length !== 9 && payload.length !== 13) return undefined;
  return {
    testerAddress: readUintBe(payload, 0, 2),
    entityAddress: readUintBe(payload, 2, 2),
    code: payload[4] as number
  };
}

export function encodeRoutingResponse(response: RoutingResponse): Uint8Array {
  return concatBytes([
    encodeUintBe(response.testerAddress, 2),
    encodeUintBe(response.entityAddress, 2),
    Uint8Array.of(response.code),
    new Uint8Array(4)
  ]);
}

/** From, to and the rest of a diagnostic message, its acknowledgement or refusal. */
export interface Addressed {
  readonly source: number;
  readonly target: number;
  readonly data: Uint8Array;
}

export function encodeAddressed(message: Addressed): Uint8Array {
  return concatBytes([
    encodeUintBe(message.source, 2),
    encodeUintBe(message.target, 2),
    message.data
  ]);
}

/** Undefined when there is no data behind the addresses. Memory: `data` shares the payload. */
export function decodeAddressed(payload: Uint8Array): Addressed | undefined {
  if (payload.length < 5) return undefined;
  return {
    source: readUintBe(payload, 0, 2),
    target: readUintBe(payload, 2, 2),
    data: payload.subarray(4)
  };
}

export interface EntityStatus {
  readonly nodeType: 'gateway' | 'node';
  readonly maxSockets: number;
  readonly openSockets: number;
  readonly maxDataBytes: number | undefined;
}

export function decodeEntityStatus(payload: Uint8Array): EntityStatus | undefined {
  if (payload.length !== 3 && payload.length !== 7) return undefined;
  return {
    nodeType: payload[0] === 0 ? 'gateway' : 'node',
    maxSockets: payload[1] as number,
    openSockets: payload[2] as number,
    maxDataBytes: payload.length === 7 ? readUintBe(payload, 3, 4) : undefined
  };
}

/** 0 not ready, 1 ready, 2 not supported. Source: ISO 13400-2:2012 diagnostic power mode. */
export function decodePowerMode(payload: Uint8Array): 'not-ready' | 'ready' | 'unsupported' {
  return payload[0] === 1 ? 'ready' : payload[0] === 0 ? 'not-ready' : 'unsupported';
}
