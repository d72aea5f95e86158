/** What `spi` tells: problems, findings and verdicts by code, each with its figures. */
export interface SpiCodes {
  'chip.busy.hung': { waitedMs: number };
  'chip.contact.none': { set: number; cleared: number };
  'chip.erase.unknown': { bytes: number };
  'chip.write.protected': { status: number };
  'chip.write.refused': { status: number };
  'operation.run.stopped': { doneBytes: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends SpiCodes {}
}
