import { SPI, STATUS, type ChipKind } from '@badger/core/spi/commands';

/** A simulated chip: what it is, what it holds, how long it takes. */
export interface SpiChipOptions {
  readonly kind: ChipKind;
  /** Its content, shared with whoever else looks at it. */
  readonly memory: Uint8Array;
  /** Maker, type and capacity; EEPROMs often have none. */
  readonly identification?: Uint8Array | undefined;
  /** Answer to 5A; undefined for a chip that has no discoverable parameters. */
  readonly parameters?: Uint8Array | undefined;
  /** Time that passes. Units: ms of real life. */
  readonly nowMs: () => number;
  readonly onChange?: () => void;
}

/** Times of common practice. Units: ms of real life. */
const WRITE_MS = { eeprom: 5, flash: 1 };
const ERASE_MS: Readonly<Record<number, number>> = {
  [SPI.erase4k]: 60,
  [SPI.erase64k]: 400,
  [SPI.eraseAll]: 4000
};
const ERASE_BYTES: Readonly<Record<number, number>> = {
  [SPI.erase4k]: 4096,
  [SPI.erase64k]: 65_536
};

/**
 * One SPI memory. It behaves like the real thing: pages wrap, a write needs the latch, the latch falls after it, a busy
 * chip hears nothing but the status question, protected blocks stay as they are, flash only clears bits. Total.
 */
export class SpiChip {
  readonly kind: ChipKind;
  readonly memory: Uint8Array;
  readonly #options: SpiChipOptions;
  #latch = false;
  #busyUntilMs = 0;
  /** Block protection bits of the status register. */
  protection = 0;
  /** Addresses whose bits cannot become 0 any more. */
  readonly failingCells = new Set<number>();

  constructor(options: SpiChipOptions) {
    this.kind = options.kind;
    this.memory = options.memory;
    this.#options = options;
  }

  get status(): number {
    return (
      (this.#busy ? STATUS.busy : 0) | (this.#latch ? STATUS.writeEnabled : 0) | this.protection
    );
  }

  get #busy(): boolean {
    return this.#options.nowMs() < this.#busyUntilMs;
  }

  /** Power came on: latch and work in progress are gone. */
  reset(): void {
    this.#latch = false;
    this.#busyUntilMs = 0;
  }

  /** One selection: what is sent, then what is clocked out. A line that nobody drives reads FF. */
  transfer(send: Uint8Array, receiveBytes: number): Uint8Array {
    const out = new Uint8Array(receiveBytes).fill(0xff);
    const command = send[0];
    if (command === undefined) return out;
    if (command === SPI.readStatus) return out.fill(this.status);
    if (this.#busy) return out;
    const plain = this.#plain(command);
    if (plain === SPI.identify) return fillFrom(out, this.#options.identification);
    if (plain === SPI.parameters) return this.#readParameters(send, out);
    if (plain === SPI.read) return this.#read(send, out);
    if (plain === SPI.writeEnable) this.#latch = true;
    else if (plain === SPI.writeDisable) this.#latch = false;
    else if (this.#latch) this.#change(plain, send);
    return out;
  }

  /** Chips with nine address bits carry the ninth in the command. */
  #plain(command: number): number {
    const bare = command & ~0x08;
    const addressed = bare === SPI.read || bare === SPI.write;
    return this.kind.addressBytes === 1 && addressed ? bare : command;
  }

  #addressOf(send: Uint8Array): number | undefined {
    const { addressBytes, lengthBytes } = this.kind;
    if (send.length < 1 + addressBytes) return undefined;
    let address = addressBytes === 1 ? ((send[0] as number) >> 3) & 1 : 0;
    for (let i = 1; i <= addressBytes; i++) address = address * 256 + (send[i] as number);
    return address % lengthBytes;
  }

  #read(send: Uint8Array, out: Uint8Array): Uint8Array {
    const at = this.#addressOf(send);
    if (at === undefined) return out;
    // past the end it starts again: a chip taken for a larger one repeats itself
    for (let i = 0; i < out.length; i++)
      out[i] = this.memory[(at + i) % this.kind.lengthBytes] as number;
    return out;
  }

  #readParameters(send: Uint8Array, out: Uint8Array): Uint8Array {
    const table = this.#options.parameters;
    if (!table || send.length < 4) return out;
    const at = ((send[1] as number) << 16) | ((send[2] as number) << 8) | (send[3] as number);
    // one byte of waiting after the address, whichever side clocks it
    const waiting = Math.max(0, 5 - send.length);
    out.set(table.subarray(at, at + out.length - waiting), waiting);
    return out;
  }

  #change(command: number, send: Uint8Array): void {
    this.#latch = false;
    if (command === SPI.writeStatus) {
      this.protection = (send[1] ?? 0) & STATUS.protection;
      return;
    }
    const at = command === SPI.eraseAll ? 0 : this.#addressOf(send);
    if (at === undefined) return;
    const eraseMs = this.kind.eraseBytes === undefined ? undefined : ERASE_MS[command];
    if (command !== SPI.write && eraseMs === undefined) return;
    const flash = this.kind.eraseBytes !== undefined;
    this.#work(eraseMs ?? (flash ? WRITE_MS.flash : WRITE_MS.eeprom));
    // a protected chip does as if, and stays as it is
    if (this.protection !== 0) return;
    if (command === SPI.write) this.#writePage(at, send.subarray(1 + this.kind.addressBytes));
    else this.#erase(command, at);
    this.#options.onChange?.();
  }

  #work(ms: number): void {
    this.#busyUntilMs = this.#options.nowMs() + ms;
  }

  #writePage(at: number, data: Uint8Array): void {
    const { pageBytes, eraseBytes } = this.kind;
    const page = at - (at % pageBytes);
    for (const [i, value] of data.entries()) {
      const address = page + ((at - page + i) % pageBytes);
      const before = this.memory[address] as number;
      const after = eraseBytes === undefined ? value : before & value;
      this.memory[address] = this.failingCells.has(address) ? before | after : after;
    }
  }

  #erase(command: number, at: number): void {
    const bytes = ERASE_BYTES[command] ?? this.kind.lengthBytes;
    const start = at - (at % bytes);
    this.memory.fill(0xff, start, start + bytes);
  }
}

function fillFrom(out: Uint8Array, source: Uint8Array | undefined): Uint8Array {
  if (source) out.set(source.subarray(0, out.length));
  return out;
}
