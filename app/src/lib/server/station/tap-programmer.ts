import type { Programmer } from '@badger/core/flasher/programmer';
import { SPI, type ChipKind } from '@badger/core/spi/commands';
import { describeSpi, tellsOfChip } from '@badger/core/spi/describe-spi';
import type { TraceRecorder } from './trace-recorder.ts';

/**
 * The same programmer, and what goes to and from the chip is put on record: which command, where, how long; status and identification
 * as they came, content never. A status that is asked for over and over is recorded when it changes.
 */
export function tapProgrammer(
  programmer: Programmer,
  chip: ChipKind,
  recorder: TraceRecorder
): Programmer {
  let lastStatus: number | undefined;
  return {
    ...programmer,
    async spi(send, receiveBytes) {
      const told = await programmer.spi(send, receiveBytes);
      const isStatus = send[0] === SPI.readStatus;
      const status = isStatus && told.ok ? told.value[0] : undefined;
      if (status !== undefined && status === lastStatus) return told;
      lastStatus = status;
      const words = describeSpi(chip, send, receiveBytes);
      recorder.chipRequest(words);
      if (!told.ok) recorder.note(`no answer from the programmer`);
      else if (receiveBytes > 0)
        recorder.chipAnswer(words, tellsOfChip(send) ? told.value : undefined);
      return told;
    }
  };
}
