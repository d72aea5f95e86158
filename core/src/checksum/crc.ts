import { LEAST_WIDE, makeWideTables, runWide, WIDE_STEP, type WideTables } from './wide-crc.ts';

/** A CRC of 3 to 64 bits in the Rocksoft parameter model (R. Williams, 1993). */
export interface CrcModel {
  readonly width: number;
  readonly poly: bigint;
  readonly init: bigint;
  readonly refin: boolean;
  readonly refout: boolean;
  readonly xorout: bigint;
}

/** CRC-32/ISO-HDLC. Source: RevEng catalogue entry of that name, check value CBF43926. */
export const CRC32_ISO_HDLC: CrcModel = {
  width: 32,
  poly: 0x04c11db7n,
  init: 0xffffffffn,
  refin: true,
  refout: true,
  xorout: 0xffffffffn
};

/** CRC-16/IBM-3740. Source: RevEng catalogue entry of that name, check value 29B1. */
export const CRC16_IBM_3740: CrcModel = {
  width: 16,
  poly: 0x1021n,
  init: 0xffffn,
  refin: false,
  refout: false,
  xorout: 0n
};

/** Halves of 256 register values. */
interface Table {
  readonly high: Uint32Array;
  readonly low: Uint32Array;
  /** For many bytes; made when they are first needed. */
  wide?: WideTables;
}

const tables = new WeakMap<CrcModel, Table>();

/**
 * CRC of `bytes` under `model`. Units: an unsigned number below 2^width.
 * Errors: RangeError for a width outside 3 to 64. Example: CRC-32 of `123456789` is 0xCBF43926n.
 */
export function computeCrc(model: CrcModel, bytes: Uint8Array): bigint {
  const { width } = model;
  if (!(Number.isInteger(width) && width >= 3 && width <= 64))
    throw new RangeError(`"width" expected 3 to 64, got ${width}`);
  const run = model.refin ? (width <= 32 ? runLow : runReflected) : runLeft;
  const register = run(tableOf(model), bytes, startOf(model));
  // a register that runs from the top bit lies at the left of 64 bits
  const crc = model.refin ? register : register >> BigInt(64 - width);
  return (model.refin === model.refout ? crc : reflect(crc, width)) ^ model.xorout;
}

function startOf({ init, refin, width }: CrcModel): bigint {
  return refin ? reflect(init, width) : init << BigInt(64 - width);
}

/** Reflected, at most 32 bits: the usual case, one word. */
function runLow(table: Table, bytes: Uint8Array, start: bigint): bigint {
  const first = Number(start) | 0;
  // words begin at addresses that are multiples of four
  const head = -bytes.byteOffset & 3;
  const wide = Math.floor((bytes.length - head) / WIDE_STEP) * WIDE_STEP;
  const after =
    bytes.length < LEAST_WIDE
      ? undefined
      : runWide(
          (table.wide ??= makeWideTables(table.low)),
          new Int32Array(bytes.buffer, bytes.byteOffset + head, wide / 4),
          runBytes(table.low, bytes.subarray(0, head), first)
        );
  const crc =
    after === undefined
      ? runBytes(table.low, bytes, first)
      : runBytes(table.low, bytes.subarray(head + wide), after);
  return BigInt(crc >>> 0);
}

function runBytes(low: Uint32Array, bytes: Uint8Array, start: number): number {
  let crc = start;
  for (let i = 0; i < bytes.length; i++)
    crc = (low[(crc ^ (bytes[i] as number)) & 0xff] as number) ^ (crc >>> 8);
  return crc;
}

function runReflected({ high, low }: Table, bytes: Uint8Array, start: bigint): bigint {
  let upper = highOf(start);
  let lower = lowOf(start);
  for (let i = 0; i < bytes.length; i++) {
    const at = (lower ^ (bytes[i] as number)) & 0xff;
    lower = ((lower >>> 8) | (upper << 24)) ^ (low[at] as number);
    upper = (upper >>> 8) ^ (high[at] as number);
  }
  return joined(upper, lower);
}

function runLeft({ high, low }: Table, bytes: Uint8Array, start: bigint): bigint {
  let upper = highOf(start);
  let lower = lowOf(start);
  for (let i = 0; i < bytes.length; i++) {
    const at = ((upper >>> 24) ^ (bytes[i] as number)) & 0xff;
    upper = ((upper << 8) | (lower >>> 24)) ^ (high[at] as number);
    lower = (lower << 8) ^ (low[at] as number);
  }
  return joined(upper, lower);
}

/** Lookup table: reflected models run from bit 0 upward, the others are kept left-aligned in 64 bits. */
function tableOf(model: CrcModel): Table {
  const kept = tables.get(model);
  if (kept) return kept;
  const table: Table = { high: new Uint32Array(256), low: new Uint32Array(256) };
  const step = model.refin ? stepReflected(model) : stepLeft(model);
  for (let i = 0; i < 256; i++) {
    let register = model.refin ? BigInt(i) : BigInt(i) << 56n;
    for (let bit = 0; bit < 8; bit++) register = step(register);
    table.high[i] = highOf(register);
    table.low[i] = lowOf(register);
  }
  tables.set(model, table);
  return table;
}

function stepReflected({ poly, width }: CrcModel): (register: bigint) => bigint {
  const mirrored = reflect(poly, width);
  return (r) => ((r & 1n) === 1n ? (r >> 1n) ^ mirrored : r >> 1n);
}

function stepLeft({ poly, width }: CrcModel): (register: bigint) => bigint {
  const aligned = poly << BigInt(64 - width);
  return (r) => BigInt.asUintN(64, r >> 63n === 1n ? (r << 1n) ^ aligned : r << 1n);
}

const highOf = (value: bigint) => Number(value >> 32n) >>> 0;
const lowOf = (value: bigint) => Number(value & 0xffffffffn);
const joined = (high: number, low: number) => (BigInt(high >>> 0) << 32n) | BigInt(low >>> 0);

function reflect(value: bigint, width: number): bigint {
  let out = 0n;
  for (let i = 0n; i < BigInt(width); i++)
    if (((value >> i) & 1n) === 1n) out |= 1n << (BigInt(width) - 1n - i);
  return out;
}
