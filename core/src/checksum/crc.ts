/** A CRC of 8 to 32 bits in the Rocksoft parameter model (R. Williams, 1993). */
export interface CrcModel {
  readonly width: number;
  readonly poly: number;
  readonly init: number;
  readonly refin: boolean;
  readonly refout: boolean;
  readonly xorout: number;
}

/** CRC-32/ISO-HDLC. Source: RevEng catalogue entry of that name, check value CBF43926. */
export const CRC32_ISO_HDLC: CrcModel = {
  width: 32,
  poly: 0x04c11db7,
  init: 0xffffffff,
  refin: true,
  refout: true,
  xorout: 0xffffffff
};

const tables = new WeakMap<CrcModel, Uint32Array>();

/**
 * CRC of `bytes` under `model`. Units: an unsigned number below 2^width.
 * Errors: RangeError for a width outside 8 to 32. Example: CRC-32 of `123456789` is 0xCBF43926.
 */
export function computeCrc(model: CrcModel, bytes: Uint8Array): number {
  if (model.width < 8 || model.width > 32) {
    throw new RangeError(`"width" expected 8 to 32, got ${model.width}`);
  }
  const table = tableOf(model);
  let crc = model.refin
    ? reflect(model.init, model.width)
    : (model.init << (32 - model.width)) >>> 0;
  if (model.refin) {
    for (let i = 0; i < bytes.length; i++) {
      crc = (table[(crc ^ (bytes[i] as number)) & 0xff] as number) ^ (crc >>> 8);
    }
  } else {
    for (let i = 0; i < bytes.length; i++) {
      crc = (table[((crc >>> 24) ^ (bytes[i] as number)) & 0xff] as number) ^ (crc << 8);
    }
    crc = (crc >>> 0) >>> (32 - model.width);
  }
  crc = model.refin === model.refout ? crc >>> 0 : reflect(crc >>> 0, model.width);
  return (crc ^ model.xorout) >>> 0;
}

/** Lookup table: reflected models run from bit 0 upward, the others are kept left-aligned in 32 bits. */
function tableOf(model: CrcModel): Uint32Array {
  const kept = tables.get(model);
  if (kept) return kept;
  const table = new Uint32Array(256);
  const poly = model.refin
    ? reflect(model.poly, model.width)
    : (model.poly << (32 - model.width)) >>> 0;
  for (let i = 0; i < 256; i++) {
    let r = model.refin ? i : (i << 24) >>> 0;
    for (let bit = 0; bit < 8; bit++) {
      if (model.refin) r = (r & 1) !== 0 ? (r >>> 1) ^ poly : r >>> 1;
      else r = (r & 0x80000000) !== 0 ? (r << 1) ^ poly : r << 1;
    }
    table[i] = r >>> 0;
  }
  tables.set(model, table);
  return table;
}

function reflect(value: number, width: number): number {
  let out = 0;
  for (let i = 0; i < width; i++) {
    if (((value >>> i) & 1) !== 0) out |= 1 << (width - 1 - i);
  }
  return out >>> 0;
}
