import { kindOf } from '../../base/problem-kind.ts';
import { formatHex } from '../../base/bytes.ts';
import { fail, ok, type Result } from '../../base/result.ts';
import type { Programmer } from '../../flasher/programmer.ts';
import type { Range } from '../../image/range.ts';
import type { Clock } from '../../port/clock.ts';
import { SPI, type ChipKind } from '../../spi/commands.ts';
import {
  checkContact,
  eraseChip,
  readChip,
  readChipType,
  writeChip,
  type ChipPlace,
  type SpiLink
} from '../../spi/memory.ts';
import type { MemoryAccess, ReadOptions, WriteOptions } from '../memory-access.ts';

/** What has to be known of a memory chip to work on it. Plain data: it travels between threads. */
export interface ChipTarget {
  readonly kind: ChipKind;
  /** Address in the unit at which the chip's first byte lies. */
  readonly base: number;
  /** The clock was lowered on purpose: a programmer that cannot follow must say so. */
  readonly slowed: boolean;
  /** Identification that the chip must have, as hex; undefined for a chip that has none. */
  readonly identification: string | undefined;
}

/** Commands that are known to leave the memory of a chip as it is; a read of nine address bits may carry the ninth. */
const HARMLESS: ReadonlySet<number> = new Set([
  ...[SPI.read, SPI.read | 0x08, SPI.writeDisable, SPI.readStatus, SPI.writeEnable],
  ...[SPI.parameters, SPI.identify]
]);

/** The same line, which says so before anything goes out that may change memory. */
function watchChip(link: SpiLink, onChange: () => void): SpiLink {
  return {
    longestSend: link.longestSend,
    longestReceive: link.longestReceive,
    spi: (send, receiveBytes) => {
      if (send.length > 0 && !HARMLESS.has(send[0] as number)) onChange();
      return link.spi(send, receiveBytes);
    }
  };
}

/**
 * The memory of one chip on a programmer's clip or in its socket. Contact is tried before and after everything that is
 * read: what comes from lines that float is no data, however often it comes the same.
 * Errors: those of the programmer, `chip.contact.none`, `chip.contact.lost` (there before the read, gone after it),
 * `chip.kind.other` with `found` and `expected`, those of `spi/memory`.
 */
export function makeChipMemory(
  programmer: Programmer,
  clock: Clock,
  { kind, base, identification }: ChipTarget
): MemoryAccess {
  let changed = false;
  const link = watchChip(programmer, () => (changed = true));
  const place: ChipPlace = { link, chip: kind, clock };
  const inChip = ({ start, end }: Range): Range => ({ start: start - base, end: end - base });
  const identify = async (): Promise<Result<string | undefined>> => {
    const contact = await checkContact(place);
    if (!contact.ok) return contact;
    const type = await readChipType(place);
    if (!type.ok) return type;
    const found = type.value && formatHex(type.value);
    return found === identification
      ? ok(found)
      : fail('chip.kind.other', { found: found ?? '', expected: identification ?? '' });
  };
  return {
    async identify() {
      const type = await identify();
      return type.ok ? ok({ chipId: undefined, family: undefined, fields: {} }) : type;
    },
    async fingerprint() {
      const type = await identify();
      return type.ok ? ok(undefined) : type;
    },
    async unlock() {
      const type = await identify();
      return type.ok ? ok(true) : type;
    },
    async read(range: Range, options: ReadOptions) {
      const image = await readChip(place, inChip(range), options);
      if (!image.ok) return image;
      const still = await checkContact(place);
      if (still.ok) return image;
      return kindOf(still.problem) === 'no-contact' ? fail('chip.contact.lost') : still;
    },
    check: () => Promise.resolve(fail('read.check.none')),
    erase: (range: Range) => eraseChip(place, inChip(range)),
    write: (range: Range, options: WriteOptions) => writeChip(place, inChip(range), options),
    async reset() {
      await programmer.setPins(false);
      return ok(true);
    },
    get memoryMayHaveChanged() {
      return changed;
    }
  };
}
