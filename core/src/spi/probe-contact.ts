import { formatHex } from '../base/bytes.ts';
import type { Result } from '../base/result.ts';
import type { Programmer } from '../flasher/programmer.ts';
import { encodeAddressed, SPI, type ChipKind } from './commands.ts';

/** What a first piece of content looked like: it may be security data, so that only its kind is told. */
export type FirstLook = 'ff' | '00' | number;

/** What the lines showed in one look: status with the latch set and cleared, and the identification. */
export interface ChipLook {
  /** Clock that was really set; null where the programmer has one of its own. Units: Hz. */
  readonly clockHz: number | null;
  readonly set: number;
  readonly cleared: number;
  /** Hex. */
  readonly identification: string;
  /** All ones, all zeros, or which of the contents that were seen: 0 the first, 1 one that differs from it, and so on. */
  readonly first: FirstLook;
}

/** Looks at a chip that did not do what was asked, at its clock and at a slow one. Plain data. */
export interface ChipProbe {
  readonly fast: readonly ChipLook[];
  /** Empty where the programmer cannot be slowed. */
  readonly slow: readonly ChipLook[];
}

/** Looks at each clock: enough to see a line that is wrong now and then. Fewer were cut off. */
export const PROBE_LOOKS = 8;
const FIRST_BYTES = 48;
/** The longest wires and the worst contact stand this. Units: Hz. Source: common practice. */
const SLOW_HZ = 100_000;

/**
 * Looks at a chip several times at its own clock, then slowly, with commands that leave its memory as it is. A line that fails in the
 * middle ends the looks: what was seen until then is given. Never fails.
 */
export async function probeContact(programmer: Programmer, kind: ChipKind): Promise<ChipProbe> {
  const seen: string[] = [];
  const lookAt = (clockHz: number) => lookSeveralTimes(programmer, { kind, clockHz, seen });
  const fast = await lookAt(kind.clockHz);
  const slow = programmer.setsClock && fast.length === PROBE_LOOKS ? await lookAt(SLOW_HZ) : [];
  return { fast, slow };
}

interface Looking {
  readonly kind: ChipKind;
  readonly clockHz: number;
  /** Contents that were seen, in their order. */
  readonly seen: string[];
}

async function lookSeveralTimes(
  programmer: Programmer,
  { kind, clockHz: wantedHz, seen }: Looking
): Promise<readonly ChipLook[]> {
  const looks: ChipLook[] = [];
  let clockHz: number | null = null;
  if (programmer.setsClock) {
    const set = await programmer.setClock(wantedHz);
    if (!set.ok) return looks;
    clockHz = set.value;
  }
  while (looks.length < PROBE_LOOKS) {
    const look = await lookOnce(programmer, kind, seen);
    if (!look) break;
    looks.push({ clockHz, ...look });
  }
  return looks;
}

async function lookOnce(
  link: Programmer,
  kind: ChipKind,
  seen: string[]
): Promise<Omit<ChipLook, 'clockHz'> | undefined> {
  const ask = async (bytes: Uint8Array, receive: number) => valueOf(await link.spi(bytes, receive));
  await link.spi(Uint8Array.of(SPI.writeEnable), 0);
  const set = await ask(Uint8Array.of(SPI.readStatus), 1);
  await link.spi(Uint8Array.of(SPI.writeDisable), 0);
  const cleared = await ask(Uint8Array.of(SPI.readStatus), 1);
  const id = await ask(Uint8Array.of(SPI.identify), 3);
  const first = await ask(encodeAddressed(kind, SPI.read, 0), FIRST_BYTES);
  if (!set || !cleared || !id || !first) return undefined;
  return {
    ...{ set: set[0] as number, cleared: cleared[0] as number },
    ...{ identification: formatHex(id), first: firstLook(first, seen) }
  };
}

function firstLook(bytes: Uint8Array, seen: string[]): FirstLook {
  if (bytes.every((b) => b === 0xff)) return 'ff';
  if (bytes.every((b) => b === 0)) return '00';
  const hex = formatHex(bytes);
  if (!seen.includes(hex)) seen.push(hex);
  return seen.indexOf(hex);
}

const valueOf = (told: Result<Uint8Array>) => (told.ok ? told.value : undefined);
