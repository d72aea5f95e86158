import type { Result } from '../base/result.ts';

/** Asked between steps; true ends the work at the next safe place. */
export interface StopSignal {
  readonly stopped: boolean;
}

export interface ExchangeOptions {
  /** The request changes nothing and may be sent again when the unit is busy. */
  readonly repeatable?: boolean;
}

/**
 * A request and answer channel to one module, whatever carries it.
 * Errors of `exchange`: `link.socket.lost`, `link.box.refused`, `uds.*` and `isotp.*`; a negative response is
 * `uds.answer.negative` with `service` and `nrc` (its name).
 */
export interface DiagnosticLink {
  /** Answer data without the service id. `responsePending` has been waited for. */
  exchange(request: Uint8Array, options?: ExchangeOptions): Promise<Result<Uint8Array>>;
}
