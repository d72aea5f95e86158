import { PROBE_LOOKS, type ChipLook, type ChipProbe } from '../spi/probe-contact.ts';
import { STATUS } from '../spi/commands.ts';
import type { ExpectedChip, HandshakeEvidence, Observations } from './evidence.ts';

type Chip = Pick<Observations, 'lines' | 'latch' | 'slower' | 'chipKind' | 'chipBusy'>;

/** Turns looks at a chip into words. What was not looked at says nothing. */
export function observeChip({ chip }: HandshakeEvidence, expected: ExpectedChip): Chip {
  if (!chip || chip.fast.length === 0) return {};
  const { fast } = chip;
  const lines = linesOf(fast);
  const latch = latchOf(fast);
  const slower = slowerOf(chip);
  const kind = kindOfChip(fast, expected);
  const busy = busyOf(fast);
  return {
    ...{ lines, latch },
    ...(slower ? { slower } : {}),
    ...(kind ? { chipKind: kind } : {}),
    ...(busy ? { chipBusy: busy } : {})
  };
}

/** Nothing is wrong that these looks could show; looks that were cut off show too little for that. */
export function isSoundProbe({ fast }: ChipProbe, expected: ExpectedChip): boolean {
  return (
    fast.length === PROBE_LOOKS &&
    linesOf(fast) === 'steady' &&
    latchOf(fast) === 'follows' &&
    kindOfChip(fast, expected) === 'right'
  );
}

const FLOATING = 0xff;
const allOf = ({ identification, first }: ChipLook, byte: 'ff' | '00') =>
  first === byte && identification.toLowerCase() === byte.repeat(3);

function linesOf(looks: readonly ChipLook[]): NonNullable<Chip['lines']> {
  if (looks.every((l) => l.set === FLOATING && l.cleared === FLOATING && allOf(l, 'ff')))
    return 'floating';
  if (looks.every((l) => l.set === 0 && l.cleared === 0 && allOf(l, '00'))) return 'low';
  return isSame(looks) ? 'steady' : 'scatter';
}

/** Every look told the same. */
const isSame = (looks: readonly ChipLook[]): boolean =>
  looks.every((l) => JSON.stringify(l) === JSON.stringify(looks[0]));

const follows = ({ set, cleared }: ChipLook): boolean =>
  (set & STATUS.writeEnabled) !== 0 && (cleared & STATUS.writeEnabled) === 0;

function latchOf(looks: readonly ChipLook[]): NonNullable<Chip['latch']> {
  const count = looks.filter(follows).length;
  return count === looks.length ? 'follows' : count === 0 ? 'stuck' : 'sometimes';
}

/** Only where the lines are wrong at their clock does a slower one say anything. */
function slowerOf({ fast, slow }: ChipProbe): Chip['slower'] {
  const sound = (looks: readonly ChipLook[]) => isSame(looks) && looks.every(follows);
  if (slow.length === 0 || sound(fast)) return undefined;
  return sound(slow) ? 'helps' : 'same';
}

function kindOfChip(looks: readonly ChipLook[], { chip }: ExpectedChip): Chip['chipKind'] {
  const [first] = looks;
  // what floats or changes is no identification
  const told = looks.every((l) => l.identification === first?.identification && follows(l));
  if (!first || !told) return undefined;
  const none = ['ffffff', '000000'].includes(first.identification.toLowerCase());
  if (none) return chip.identification === undefined ? 'right' : 'none';
  return first.identification.toLowerCase() === chip.identification?.toLowerCase()
    ? 'right'
    : 'other';
}

/** At work without an end: the bit stands in every look, and the lines do not float. */
function busyOf(looks: readonly ChipLook[]): Chip['chipBusy'] {
  const isBusy = ({ set, cleared }: ChipLook) =>
    [set, cleared].every((s) => s !== FLOATING && (s & STATUS.busy) !== 0);
  if (looks.every(isBusy)) return 'hung';
  return looks.every(follows) ? 'rests' : undefined;
}
