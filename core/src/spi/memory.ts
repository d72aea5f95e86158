import { concatBytes } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { Range } from '../image/range.ts';
import { lengthOf } from '../image/range.ts';
import type { Clock } from '../port/clock.ts';
import { encodeAddressed, eraseCommand, SPI, STATUS, type ChipKind } from './commands.ts';

/** One SPI operation on a selected chip: `send` out, `receiveBytes` in. */
export interface SpiLink {
  readonly longestSend: number;
  readonly longestReceive: number;
  spi(send: Uint8Array, receiveBytes: number): Promise<Result<Uint8Array>>;
}

/** What every act on a chip needs: the line to it, what it is, and a clock to wait with. */
export interface ChipPlace {
  readonly link: SpiLink;
  readonly chip: ChipKind;
  readonly clock: Clock;
}

/** Bytes that are read in one go, so that progress is seen and a stop is taken. */
const READ_BYTES = 2048;
/** A page is written in about 5 ms, a big block erased in about 2 s; a chip that is busy longer never ends. Source: common practice. */
const BUSY_PATIENCE_MS = 10_000;
const BUSY_LOOK_MS = 1;
/** What lines show that nobody drives. */
const FLOATING = 0xff;

/**
 * Does a chip answer at all? Its write-enable latch is set and cleared again, and must be seen to follow: lines that float
 * or are stuck cannot do that, whatever they show. Changes nothing in the memory.
 * Errors: those of the link, `chip.contact.none` with the status `set` and `cleared`, `chip.busy.hung`.
 */
export async function checkContact(place: ChipPlace): Promise<Result<true>> {
  const { link } = place;
  const first = await readStatus(link);
  if (!first.ok) return first;
  // a chip that an earlier session left at work is deaf until it is done
  const busy = (first.value & STATUS.busy) !== 0 && first.value !== FLOATING;
  const rested = busy ? await awaitRest(place) : ok(true as const);
  if (!rested.ok) return rested;
  const seen: number[] = [];
  for (const command of [SPI.writeEnable, SPI.writeDisable]) {
    const sent = await link.spi(Uint8Array.of(command), 0);
    if (!sent.ok) return sent;
    const status = await readStatus(link);
    if (!status.ok) return status;
    seen.push(status.value);
  }
  const [set = 0, cleared = 0] = seen;
  const follows = (set & STATUS.writeEnabled) !== 0 && (cleared & STATUS.writeEnabled) === 0;
  return follows ? ok(true) : fail('chip.contact.none', { set, cleared });
}

async function readStatus(link: SpiLink): Promise<Result<number>> {
  const status = await link.spi(Uint8Array.of(SPI.readStatus), 1);
  return status.ok ? ok(status.value[0] as number) : status;
}

/** Maker, type and capacity; undefined for a chip that has no identification and leaves the line as it is. */
export async function readChipType({ link }: ChipPlace): Promise<Result<Uint8Array | undefined>> {
  const id = await link.spi(Uint8Array.of(SPI.identify), 3);
  if (!id.ok) return id;
  const none = id.value.every((b) => b === 0xff) || id.value.every((b) => b === 0);
  return ok(none ? undefined : id.value);
}

/** How a read is followed and stopped. */
export interface ChipReadOptions {
  readonly signal: { readonly stopped: boolean };
  readonly onBytes: (doneBytes: number) => void;
}

/**
 * Reads `range` whole or not at all. Errors: those of the link, `operation.run.stopped`. RangeError outside the chip.
 */
export async function readChip(
  { link, chip }: ChipPlace,
  range: Range,
  { signal, onBytes }: ChipReadOptions
): Promise<Result<Uint8Array>> {
  checkRange(chip, range);
  const image = new Uint8Array(lengthOf(range));
  const most = Math.min(READ_BYTES, link.longestReceive);
  for (let done = 0; done < image.length;) {
    if (signal.stopped) return fail('operation.run.stopped', { doneBytes: done });
    const bytes = Math.min(most, image.length - done);
    const got = await link.spi(encodeAddressed(chip, SPI.read, range.start + done), bytes);
    if (!got.ok) return got;
    image.set(got.value, done);
    done += bytes;
    onBytes(done);
  }
  return ok(image);
}

/**
 * Writes `image` at `range`, page by page, never across the end of a page. Nothing is repeated.
 * Errors: those of the link, `chip.write.protected` (nothing was sent that changes memory), `chip.write.refused` (the
 * latch did not follow), `chip.busy.hung`. RangeError when the image does not fill the range or lies outside the chip.
 */
export async function writeChip(
  place: ChipPlace,
  range: Range,
  { image, onBytes }: { image: Uint8Array; onBytes: (doneBytes: number) => void }
): Promise<Result<true>> {
  const { link, chip } = place;
  checkRange(chip, range);
  if (image.length !== lengthOf(range)) {
    throw new RangeError(`"image" expected ${lengthOf(range)} bytes, got ${image.length}`);
  }
  const free = await checkUnprotected(place);
  if (!free.ok) return free;
  const most = Math.min(chip.pageBytes, link.longestSend - 4);
  for (let done = 0; done < image.length;) {
    const address = range.start + done;
    const toPageEnd = chip.pageBytes - (address % chip.pageBytes);
    const data = image.subarray(done, done + Math.min(most, toPageEnd));
    const command = concatBytes([encodeAddressed(chip, SPI.write, address), data]);
    const written = await change(place, command);
    if (!written.ok) return written;
    done += data.length;
    onBytes(done);
  }
  return ok(true);
}

/**
 * Erases `range`, which must be whole blocks. Errors: those of {@link writeChip}, `chip.erase.unknown` (no command for
 * blocks of that size). RangeError when the range cuts a block.
 */
export async function eraseChip(place: ChipPlace, range: Range): Promise<Result<true>> {
  const { chip } = place;
  checkRange(chip, range);
  const block = chip.eraseBytes;
  if (block === undefined) return ok(true);
  if (range.start % block !== 0 || range.end % block !== 0) {
    throw new RangeError(`"range" expected whole blocks of ${block} bytes`);
  }
  const command = eraseCommand(block);
  if (command === undefined) return fail('chip.erase.unknown', { bytes: block });
  const free = await checkUnprotected(place);
  if (!free.ok) return free;
  for (let at = range.start; at < range.end; at += block) {
    const erased = await change(place, encodeAddressed(chip, command, at));
    if (!erased.ok) return erased;
  }
  return ok(true);
}

/** A protected block acknowledges a write and stays as it is: asked before anything is sent. */
async function checkUnprotected({ link }: ChipPlace): Promise<Result<true>> {
  const status = await readStatus(link);
  if (!status.ok) return status;
  const bits = status.value & STATUS.protection;
  return bits === 0 ? ok(true) : fail('chip.write.protected', { status: status.value });
}

/** One change: the latch set and seen to be set, the command, then the wait until the chip is done. */
async function change(place: ChipPlace, command: Uint8Array): Promise<Result<true>> {
  const { link } = place;
  const enabled = await link.spi(Uint8Array.of(SPI.writeEnable), 0);
  if (!enabled.ok) return enabled;
  const ready = await readStatus(link);
  if (!ready.ok) return ready;
  if ((ready.value & (STATUS.writeEnabled | STATUS.busy)) !== STATUS.writeEnabled) {
    return fail('chip.write.refused', { status: ready.value });
  }
  const sent = await link.spi(command, 0);
  return sent.ok ? awaitRest(place) : sent;
}

async function awaitRest({ link, clock }: ChipPlace): Promise<Result<true>> {
  const sinceMs = clock.nowMs();
  for (;;) {
    const status = await readStatus(link);
    if (!status.ok) return status;
    if ((status.value & STATUS.busy) === 0) return ok(true);
    const waitedMs = clock.nowMs() - sinceMs;
    if (waitedMs > BUSY_PATIENCE_MS) {
      return fail('chip.busy.hung', { waitedMs: Math.round(waitedMs) });
    }
    await clock.sleep(BUSY_LOOK_MS);
  }
}

function checkRange(chip: ChipKind, range: Range): void {
  if (range.start < 0 || range.end > chip.lengthBytes || range.start >= range.end) {
    throw new RangeError(
      `"range" expected inside 0 to ${chip.lengthBytes}, got ${range.start} to ${range.end}`
    );
  }
}
