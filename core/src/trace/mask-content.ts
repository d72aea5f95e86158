import type { CanFrame } from '../can/frame.ts';
import { decodePci } from '../isotp/pci.ts';

/** Messages that carry bytes of a memory, and how many of their own bytes come first. Source: ISO 14229-1. */
const CONTENT: Readonly<Record<number, number>> = {
  // TransferData: service, block sequence counter
  ...{ 0x36: 2, 0x76: 2 },
  // ReadMemoryByAddress, its answer; WriteMemoryByAddress
  ...{ 0x63: 1, 0x3d: 1 }
};

/** Bytes of a message that are no content of a memory; undefined where all of it may be on record. */
export function headOfContent(payload: Uint8Array): number | undefined {
  return CONTENT[payload[0] ?? -1];
}

/**
 * Takes the content of memories out of frames, in the order in which they went: zeros stand for it, lengths and control information stay. A consecutive
 * frame of which nobody saw the first one counts as content.
 */
export class ContentMask {
  /** Senders in the middle of a message: is it content? */
  readonly #open = new Map<string, boolean>();

  /** The frame as it goes on record. Memory: the frame itself where nothing is taken out. */
  take(frame: CanFrame): CanFrame {
    const pci = decodePci(frame.data);
    const sender = `${frame.id} ${frame.extended}`;
    if (pci.type === 'consecutive')
      return (this.#open.get(sender) ?? true)
        ? blank(frame, frame.data.length - pci.payload.length)
        : frame;
    if (pci.type !== 'single' && pci.type !== 'first') return frame;
    const head = headOfContent(pci.payload);
    if (pci.type === 'first') this.#open.set(sender, head !== undefined);
    if (head === undefined) return frame;
    return blank(frame, pci.payload.byteOffset - frame.data.byteOffset + head);
  }
}

/** Zeros from an offset on. */
function blank(frame: CanFrame, from: number): CanFrame {
  const data = frame.data.slice();
  data.fill(0, from);
  return { ...frame, data };
}
