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
  /** For sixteen bytes at once; made when they are first needed. */
  slices?: Int32Array;
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

/** Reflected, at most 32 bits: the usual case, one word; sixteen bytes at once where there are many. */
function runLow(table: Table, bytes: Uint8Array, start: bigint): bigint {
  let crc = Number(start) | 0;
  if (bytes.length < LEAST_SLICED || !LITTLE_ENDIAN)
    return BigInt(runBytes(table.low, bytes, crc) >>> 0);
  table.slices ??= makeSlices(table.low);
  // words begin at addresses that are multiples of four
  const head = -bytes.byteOffset & 3;
  const rounds = (bytes.length - head) >> 4;
  crc = runBytes(table.low, bytes.subarray(0, head), crc);
  crc = runWords(
    table.slices,
    new Int32Array(bytes.buffer, bytes.byteOffset + head, 4 * rounds),
    crc
  );
  return BigInt(runBytes(table.low, bytes.subarray(head + 16 * rounds), crc) >>> 0);
}

function runBytes(low: Uint32Array, bytes: Uint8Array, start: number): number {
  let crc = start;
  for (let i = 0; i < bytes.length; i++)
    crc = (low[(crc ^ (bytes[i] as number)) & 0xff] as number) ^ (crc >>> 8);
  return crc;
}

/** Bytes that are taken at once. */
const SLICES = 16;
/** Fewer bytes are not worth the tables. */
const LEAST_SLICED = 4096;
const LITTLE_ENDIAN = new Uint8Array(Uint32Array.of(1).buffer)[0] === 1;

/**
 * `slices[k << 8 | byte]`: register after that byte and k zeros. Source: M. E. Kounavis and F. L. Berry, "A systematic approach to building
 * high performance software-based CRC generators" (2005), from memory.
 */
function makeSlices(low: Uint32Array): Int32Array {
  const slices = new Int32Array(SLICES * 256);
  for (let byte = 0; byte < 256; byte++) {
    let r = low[byte] as number;
    for (let k = 0; k < SLICES; k++) {
      slices[(k << 8) | byte] = r;
      r = (low[r & 0xff] as number) ^ (r >>> 8);
    }
  }
  return slices;
}

/** Shape: a multiple of four words. What does not wait for the register comes first, so that the chain from one round to the next is short. */
function runWords(t: Int32Array, words: Int32Array, start: number): number {
  let crc = start;
  for (let i = 0; i < words.length; i += 4) {
    const b = words[i + 1] as number;
    const c = words[i + 2] as number;
    const d = words[i + 3] as number;
    const ahead =
      (t[2816 + (b & 0xff)] as number) ^
      (t[2560 + ((b >>> 8) & 0xff)] as number) ^
      ((t[2304 + ((b >>> 16) & 0xff)] as number) ^ (t[2048 + (b >>> 24)] as number)) ^
      ((t[1792 + (c & 0xff)] as number) ^ (t[1536 + ((c >>> 8) & 0xff)] as number)) ^
      ((t[1280 + ((c >>> 16) & 0xff)] as number) ^ (t[1024 + (c >>> 24)] as number)) ^
      ((t[768 + (d & 0xff)] as number) ^ (t[512 + ((d >>> 8) & 0xff)] as number)) ^
      ((t[256 + ((d >>> 16) & 0xff)] as number) ^ (t[d >>> 24] as number));
    const a = (words[i] as number) ^ crc;
    crc =
      ahead ^
      ((t[3840 + (a & 0xff)] as number) ^ (t[3584 + ((a >>> 8) & 0xff)] as number)) ^
      ((t[3328 + ((a >>> 16) & 0xff)] as number) ^ (t[3072 + (a >>> 24)] as number));
  }
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
