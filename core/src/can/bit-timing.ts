/** How one bit is cut into time quanta. Units: quanta, Hz, bits a second. */
export interface BitTiming {
  /** Divides the clock of the controller. */
  readonly prescaler: number;
  /** Propagation and first phase segment, in front of the sample. */
  readonly segment1: number;
  /** Second phase segment, behind it. */
  readonly segment2: number;
  /** How far a bit may be stretched or cut to stay in step. */
  readonly jump: number;
  readonly bitrateBps: number;
  /** Where in the bit the line is looked at, 0 to 1. */
  readonly samplePoint: number;
}

/** What a controller can be set to. Source: ISO 11898-1 (segments), from memory. */
const LIMITS = {
  prescalerMost: 64,
  segment1: { least: 1, most: 16 },
  segment2: { least: 1, most: 8 }
} as const;
/** Rates further off are none. Source: common practice. */
const MOST_ERROR = 0.05;

/** Sample point that CiA recommends by rate. Source: CiA 301, from memory. */
export function recommendedSamplePoint(bitrateBps: number): number {
  if (bitrateBps > 800_000) return 0.75;
  return bitrateBps > 500_000 ? 0.8 : 0.875;
}

interface Asked {
  readonly clockHz: number;
  readonly bitrateBps: number;
  /** The recommended one where it is left out. */
  readonly samplePoint?: number | undefined;
}

/**
 * The timing that comes nearest to a bit rate, and of equal ones nearest to the sample point, with the most quanta of those that
 * are as near. Undefined for figures that are none, and where no timing comes within 5 %. Source: ISO 11898-1, from memory; checked
 * against can-calc-bit-timing. Example: 16 MHz and 500 kbit/s at 87.5 % is prescaler 2, 13 and 2.
 */
export function computeBitTiming({
  clockHz,
  bitrateBps,
  samplePoint
}: Asked): BitTiming | undefined {
  const wanted = samplePoint ?? recommendedSamplePoint(bitrateBps);
  if (!(clockHz > 0 && bitrateBps > 0 && wanted > 0 && wanted < 1)) return undefined;
  let best: { timing: BitTiming; off: number; sampleOff: number } | undefined;
  const { segment1, segment2, prescalerMost } = LIMITS;
  for (let quanta = 1 + segment1.most + segment2.most; quanta > 2; quanta--) {
    for (const prescaler of nearPrescalers(clockHz / (quanta * bitrateBps), prescalerMost)) {
      const real = clockHz / (prescaler * quanta);
      const off = Math.abs(real - bitrateBps) / bitrateBps;
      const cut = cutBit(quanta, wanted);
      if (!cut || off > MOST_ERROR) continue;
      const sampleOff = Math.abs(cut.samplePoint - wanted);
      const nearer =
        !best ||
        off < best.off - 1e-9 ||
        (off < best.off + 1e-9 && sampleOff < best.sampleOff - 1e-9);
      if (nearer) best = { timing: { ...cut, prescaler, bitrateBps: real }, off, sampleOff };
    }
  }
  return best?.timing;
}

/** Whole prescalers on both sides of what would be exact. */
function nearPrescalers(exact: number, most: number): number[] {
  const both = new Set([Math.floor(exact), Math.ceil(exact)]);
  return [...both].filter((p) => p >= 1 && p <= most);
}

/** Cuts a bit so that the sample lies as near to what is wanted as the segments allow. */
function cutBit(quanta: number, wanted: number) {
  const { segment1, segment2 } = LIMITS;
  const least = Math.max(segment1.least, quanta - 1 - segment2.most);
  const most = Math.min(segment1.most, quanta - 1 - segment2.least);
  if (least > most) return undefined;
  // the sample lies behind the first quantum and the first segment
  const first = Math.min(most, Math.max(least, Math.round(wanted * quanta) - 1));
  const second = quanta - 1 - first;
  return {
    ...{ segment1: first, segment2: second, jump: Math.min(4, Math.max(1, second >> 1)) },
    samplePoint: (1 + first) / quanta
  };
}

/**
 * How far the clocks of two units may be apart, as a share, before they fall out of step: the lesser of two rules, one for
 * ten bits without an edge, one for an error flag. Source: ISO 11898-1 and the CAN specification 2.0, from memory.
 */
export function clockTolerance({ segment1, segment2, jump }: BitTiming): number {
  const bit = 1 + segment1 + segment2;
  const phases = Math.min(segment1, segment2);
  return Math.min(jump / (20 * bit), phases / (2 * (13 * bit - segment2)));
}
