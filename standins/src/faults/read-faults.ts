/** What goes wrong while a memory is read, as it shows in the bytes. Everything is drawn from `random`, so the same seed gives the same reads. */
import { seedOf } from '@badger/core/base/random';
import { between, chance, pick, randomOf, type Random } from './random-picks.ts';

/** Faults that lie in the hardware are drawn once for a unit and then act on every read; the others are drawn anew for each. */
export type ReadFault = (memory: Uint8Array, random: Random) => Uint8Array;

/** Every read is as the memory is. */
const sound: ReadFault = (memory) => memory.slice();

function noise(random: Random, memory: Uint8Array): ReadFault {
  // half a byte to a few dozen in each read
  const mean = 0.5 * 2 ** (random() * 6);
  const rate = mean / memory.length;
  return (bytes, draw) => {
    const out = bytes.slice();
    let at = -1;
    for (;;) {
      at += 1 + Math.floor(Math.log(1 - draw()) / Math.log(1 - rate));
      if (!(at < out.length)) return out;
      const was = out[at] as number;
      out[at] = chance(draw, 0.5)
        ? was ^ (1 << between(draw, 0, 8))
        : (was + between(draw, 1, 256)) & 0xff;
    }
  };
}

function cells(random: Random, memory: Uint8Array): ReadFault {
  const loses = chance(random, 0.5);
  const count = between(random, 1, 13);
  const weak: { at: number; mask: number; share: number }[] = [];
  for (let tries = 0; weak.length < count && tries < 10_000; tries++) {
    const at = between(random, 0, memory.length);
    const mask = 1 << between(random, 0, 8);
    // a cell can only lose what it has
    if (((memory[at] as number) & mask) === 0 ? loses : !loses) continue;
    weak.push({ at, mask, share: 0.1 + 0.5 * random() });
  }
  return (bytes, draw) => {
    const out = bytes.slice();
    for (const { at, mask, share } of weak)
      if (chance(draw, share)) out[at] = (out[at] as number) ^ mask;
    return out;
  };
}

function stuckBit(random: Random): ReadFault {
  const mask = 1 << between(random, 0, 8);
  const high = chance(random, 0.5);
  return (bytes) => bytes.map((b) => (high ? b | mask : b & ~mask));
}

function addressLine(random: Random, memory: Uint8Array): ReadFault {
  const lines = Math.log2(memory.length);
  const bit = 2 ** between(random, Math.min(4, lines - 2), lines);
  const high = chance(random, 0.5);
  return (bytes) => {
    const out = new Uint8Array(bytes.length);
    for (let i = 0; i < out.length; i++) {
      const set = Math.floor(i / bit) % 2 === 1;
      out[i] = bytes[set === high ? i : high ? i + bit : i - bit] as number;
    }
    return out;
  };
}

const blockOf = (random: Random, memory: Uint8Array) =>
  Math.min(memory.length / 4, 2 ** between(random, 5, 10));

function droppedBlock(random: Random, memory: Uint8Array): ReadFault {
  const block = blockOf(random, memory);
  const filler = pick(random, [0xff, 0x00]);
  return sometimes((bytes, draw) => {
    const out = bytes.slice();
    const at = placeOfContent(bytes, draw, block);
    return out.fill(filler, at, at + block);
  });
}

function repeatedBlock(random: Random, memory: Uint8Array): ReadFault {
  const block = blockOf(random, memory);
  return sometimes((bytes, draw) => {
    const out = bytes.slice();
    const at = placeOfContent(bytes, draw, block);
    out.copyWithin(at, at - block, at);
    return out;
  });
}

/** A block behind the first one. */
function placeOfContent(bytes: Uint8Array, random: Random, block: number): number {
  return block * between(random, 1, Math.floor(bytes.length / block));
}

/** Six reads of ten. */
const sometimes =
  (fault: ReadFault): ReadFault =>
  (bytes, random) =>
    chance(random, 0.6) ? fault(bytes, random) : bytes.slice();

const truncated: ReadFault = sometimes((bytes, random) =>
  bytes.slice(0, Math.floor(bytes.length * (0.1 + 0.85 * random())))
);

/** Bytes are lost on the way; the read ends with what comes after. */
const shifted: ReadFault = sometimes((bytes, random) => {
  const lost = between(random, 1, 9);
  const at = Math.floor(bytes.length * 0.7 * random());
  const out = new Uint8Array(bytes.length).fill(0xff);
  out.set(bytes.subarray(0, at));
  out.set(bytes.subarray(at + lost), at);
  return out;
});

const swapped: ReadFault = (bytes) => {
  const out = bytes.slice();
  for (let i = 0; i + 1 < out.length; i += 2)
    [out[i], out[i + 1]] = [out[i + 1] as number, out[i] as number];
  return out;
};

const dead = (random: Random): ReadFault => {
  const value = pick(random, [0x00, 0x00, 0x00, 0x55, 0x0f]);
  return (bytes) => new Uint8Array(bytes.length).fill(value);
};

const blank: ReadFault = (bytes) => new Uint8Array(bytes.length).fill(0xff);

/** Faults by the cause that should be named. `wrong-region` reads another memory and is made by whoever has one. */
export const READ_FAULTS = {
  none: () => sound,
  'contact-noise': noise,
  'failing-cells': cells,
  'stuck-bit': stuckBit,
  'address-line': addressLine,
  'dropped-block': droppedBlock,
  'repeated-block': repeatedBlock,
  truncated: () => truncated,
  shifted: () => shifted,
  'byte-swapped': () => swapped,
  'bus-dead': dead,
  blank: () => blank
} as const satisfies Record<string, (random: Random, memory: Uint8Array) => ReadFault>;

export type ReadFaultKind = keyof typeof READ_FAULTS;

/** A fault that a unit has; `seed` draws which bytes it concerns. */
export interface UnitFault {
  readonly kind: ReadFaultKind;
  readonly seed: number;
}

/** What one upload of a faulty unit delivers. The same fault and name give the same bytes. */
export function faultyUpload(
  { kind, seed }: UnitFault,
  bytes: Uint8Array,
  name: string
): Uint8Array {
  const act = READ_FAULTS[kind](randomOf(seed), bytes);
  return act(bytes, randomOf(seedOf(`${seed}/${name}`)));
}
