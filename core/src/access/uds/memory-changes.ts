import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import { readUintBe } from '../../base/bytes.ts';
import { ROUTINE_CHECK_MEMORY, SERVICES } from '../../uds/services.ts';

/** Services that are known to leave the memory of a unit as it is. Source: ISO 14229-1, SAE J1979, from memory. */
const HARMLESS: ReadonlySet<number> = new Set([
  ...[0x01, 0x02, 0x03, 0x06, 0x07, 0x09, 0x0a],
  SERVICES.diagnosticSessionControl,
  SERVICES.ecuReset,
  SERVICES.readDtcInformation,
  SERVICES.readDataByIdentifier,
  SERVICES.securityAccess,
  SERVICES.requestUpload,
  SERVICES.requestTransferExit,
  SERVICES.testerPresent
]);

/** Service and counter: a request of transfer data that carries nothing asks for a block. */
const BARE_TRANSFER_BYTES = 2;

/**
 * May this request change the memory of a unit, or make it ready to be changed? Everything that is not known to leave it
 * alone does. Example: erasing, a request to download and every block that carries data do; asking for a block does not.
 */
export function mayChangeMemory(request: Uint8Array): boolean {
  const service = request[0];
  if (service === undefined) return false;
  if (service === SERVICES.transferData) return request.length > BARE_TRANSFER_BYTES;
  if (isMemoryCheck(request)) return false;
  return !HARMLESS.has(service);
}

/** A unit that computes a checksum of its memory leaves it as it is. */
const isMemoryCheck = (request: Uint8Array): boolean =>
  request[0] === SERVICES.routineControl &&
  request.length >= 4 &&
  readUintBe(request, 2, 2) === ROUTINE_CHECK_MEMORY;

/**
 * The same link, which says so before anything goes out that may change memory. What happened to a unit is told by what
 * was sent to it, never by how the work ended.
 */
export function watchChanges(link: DiagnosticLink, onChange: () => void): DiagnosticLink {
  return {
    exchange: (request, options) => {
      if (mayChangeMemory(request)) onChange();
      return link.exchange(request, options);
    }
  };
}
