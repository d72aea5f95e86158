/** A piece of long work with the rate that its family is known for. Units: bytes, bytes a second. */
export interface WorkPiece {
  readonly totalBytes: number;
  readonly doneBytes: number;
  readonly nominalBytesPerSecond: number;
}

/**
 * Seconds left over pieces of different speed: what is left at nominal rates, scaled by how this run has gone
 * so far. Undefined until something has moved. Source: arithmetic.
 * Example: half of one piece done in twice its nominal time leaves twice the nominal rest.
 */
export function computeSecondsLeft(
  pieces: readonly WorkPiece[],
  elapsedSeconds: number
): number | undefined {
  let done = 0;
  let left = 0;
  for (const piece of pieces) {
    done += piece.doneBytes / piece.nominalBytesPerSecond;
    left += (piece.totalBytes - piece.doneBytes) / piece.nominalBytesPerSecond;
  }
  return done > 0 ? (left * elapsedSeconds) / done : undefined;
}
