import type { Result } from '@badger/core/base/result';
import type { CanAccess } from '@badger/core/profile/profile';
import type { CanLink, CanPair } from './can-link.ts';
import type { TraceRecorder } from './trace-recorder.ts';

/** An open CAN channel of a box. */
export interface CanChannel {
  link(pair: CanPair, recorder: TraceRecorder, onClose?: () => Promise<void>): CanLink;
  close(): Promise<void>;
}

/** An interface box, whatever it speaks: keeps its connection by itself and opens CAN channels, one at a time. */
export interface InterfaceBox {
  readonly connected: boolean;
  /** What it says of its firmware; empty until it has answered. */
  readonly version: string;
  /** Opens the CAN channel for one unit; closing the link closes the channel. Errors: those of {@link openChannel}. */
  openLink(access: CanAccess, recorder: TraceRecorder): Promise<Result<CanLink>>;
  /**
   * Opens the CAN channel; any number of units are spoken to on it side by side.
   * Errors: `link.socket.lost`, `link.box.refused`, `link.box.busy` (a channel is open already).
   */
  openChannel(bitrateBps: number): Promise<Result<CanChannel>>;
  close(): void;
}

/** Where a box listens, and who is told when its connection comes or goes. */
export interface BoxAddress {
  readonly host: string;
  readonly port: number;
  readonly onState: () => void;
}
