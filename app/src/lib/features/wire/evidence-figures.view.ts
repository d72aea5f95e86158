import { formatAmps, formatVolts } from '@badger/core/base/format';
import type { HandshakeEvidence } from '@badger/core/diagnosis/evidence';
import type { ChipLook } from '@badger/core/spi/probe-contact';
import { TRY_WORDS } from '$lib/messages/cause-words.ts';
import { ohms } from '$lib/messages/wiring.ts';

/** One figure with its name. */
export interface Figure {
  readonly name: string;
  readonly value: string;
}

const volts = (mv: number | null) => (mv === null ? '–' : `${formatVolts(mv)} V`);

/** What was measured around a handshake, for reading. */
export function figuresOf(evidence: HandshakeEvidence): readonly Figure[] {
  const { supply, sense, pairOhm, tries, feeds, chip } = evidence;
  return [
    ...(tries.length > 0
      ? [{ name: 'tries', value: tries.map((t) => TRY_WORDS[t]).join(', ') }]
      : []),
    ...(supply
      ? [
          {
            name: 'supply',
            value: `${volts(supply.measuredMv)}, ${formatAmps(supply.measuredMa)} A`
          }
        ]
      : []),
    ...(sense
      ? [
          { name: 'feed pin', value: volts(sense.feedMv) },
          { name: 'ground pin', value: volts(sense.groundMv) },
          { name: 'ignition pin', value: volts(sense.ignitionMv) },
          { name: 'CAN H / L', value: `${volts(sense.highMv)} / ${volts(sense.lowMv)}` }
        ]
      : []),
    ...(pairOhm === undefined ? [] : [{ name: 'pair', value: ohms(pairOhm ?? Infinity) }]),
    ...(feeds && !(feeds.battery && feeds.ignition)
      ? [{ name: 'held back by the breakout', value: heldBack(feeds) }]
      : []),
    ...(chip ? [...chipFigures(chip.fast), ...chipFigures(chip.slow)] : [])
  ];
}

const heldBack = ({ battery, ignition }: NonNullable<HandshakeEvidence['feeds']>) =>
  [battery ? '' : 'battery feed', ignition ? '' : 'ignition'].filter((w) => w !== '').join(', ');

/** One line for the looks at one clock: what differs is told as so many kinds. */
function chipFigures(looks: readonly ChipLook[]): Figure[] {
  const [look] = looks;
  if (!look) return [];
  const kinds = (of: (l: ChipLook) => string) => {
    const seen = [...new Set(looks.map(of))];
    return seen.length === 1 ? (seen[0] ?? '') : `${seen.length} different`;
  };
  const hex = (n: number) => n.toString(16).toUpperCase().padStart(2, '0');
  const clock = look.clockHz === null ? 'its own clock' : formatClock(look.clockHz);
  return [
    {
      name: `${looks.length} looks at ${clock}`,
      value: [
        `latch set ${kinds((l) => hex(l.set))}, cleared ${kinds((l) => hex(l.cleared))}`,
        `identification ${kinds((l) => l.identification.toUpperCase())}`
      ].join('; ')
    }
  ];
}

const formatClock = (hz: number) => (hz >= 1e6 ? `${hz / 1e6} MHz` : `${hz / 1000} kHz`);
