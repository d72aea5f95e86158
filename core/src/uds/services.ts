/** Service identifiers that are used here. Source: ISO 14229-1. */
export const SERVICES = {
  diagnosticSessionControl: 0x10,
  ecuReset: 0x11,
  clearDiagnosticInformation: 0x14,
  readDtcInformation: 0x19,
  readDataByIdentifier: 0x22,
  securityAccess: 0x27,
  routineControl: 0x31,
  requestDownload: 0x34,
  requestUpload: 0x35,
  transferData: 0x36,
  requestTransferExit: 0x37,
  testerPresent: 0x3e
} as const;

export const NEGATIVE_RESPONSE = 0x7f;

/** Names of services, for traces. Source: ISO 14229-1; 01 to 0A: SAE J1979. */
export const SERVICE_NAMES: Readonly<Record<number, string>> = {
  0x01: 'CurrentData',
  0x03: 'StoredCodes',
  0x07: 'PendingCodes',
  0x09: 'VehicleInformation',
  0x0a: 'PermanentCodes',
  0x10: 'DiagnosticSessionControl',
  0x11: 'ECUReset',
  0x14: 'ClearDiagnosticInformation',
  0x19: 'ReadDTCInformation',
  0x22: 'ReadDataByIdentifier',
  0x27: 'SecurityAccess',
  0x31: 'RoutineControl',
  0x34: 'RequestDownload',
  0x35: 'RequestUpload',
  0x36: 'TransferData',
  0x37: 'RequestTransferExit',
  0x3e: 'TesterPresent'
};

/** Negative response codes with the names of the standard. Source: ISO 14229-1 annex A, from memory. */
export const NEGATIVE_CODES: Readonly<Record<number, string>> = {
  0x10: 'generalReject',
  0x11: 'serviceNotSupported',
  0x12: 'subFunctionNotSupported',
  0x13: 'incorrectMessageLengthOrInvalidFormat',
  0x14: 'responseTooLong',
  0x21: 'busyRepeatRequest',
  0x22: 'conditionsNotCorrect',
  0x24: 'requestSequenceError',
  0x25: 'noResponseFromSubnetComponent',
  0x26: 'failurePreventsExecutionOfRequestedAction',
  0x31: 'requestOutOfRange',
  0x33: 'securityAccessDenied',
  0x34: 'authenticationRequired',
  0x35: 'invalidKey',
  0x36: 'exceededNumberOfAttempts',
  0x37: 'requiredTimeDelayNotExpired',
  0x70: 'uploadDownloadNotAccepted',
  0x71: 'transferDataSuspended',
  0x72: 'generalProgrammingFailure',
  0x73: 'wrongBlockSequenceCounter',
  0x78: 'requestCorrectlyReceivedResponsePending',
  0x7e: 'subFunctionNotSupportedInActiveSession',
  0x7f: 'serviceNotSupportedInActiveSession',
  0x92: 'voltageTooHigh',
  0x93: 'voltageTooLow'
};

export const NRC = {
  serviceNotSupported: 0x11,
  subFunctionNotSupported: 0x12,
  incorrectLength: 0x13,
  busyRepeatRequest: 0x21,
  conditionsNotCorrect: 0x22,
  requestSequenceError: 0x24,
  requestOutOfRange: 0x31,
  securityAccessDenied: 0x33,
  invalidKey: 0x35,
  exceededNumberOfAttempts: 0x36,
  requiredTimeDelayNotExpired: 0x37,
  uploadDownloadNotAccepted: 0x70,
  generalProgrammingFailure: 0x72,
  wrongBlockSequenceCounter: 0x73,
  responsePending: 0x78,
  serviceNotInSession: 0x7f
} as const;

/** `eraseMemory`, the routine of the standard. Source: ISO 14229-1 annex F, from memory. */
export const ROUTINE_ERASE_MEMORY = 0xff00;

/** Server timing. Units: ms. Source: ISO 14229-2 defaults, from memory. */
export const P2_MS = 50;
export const P2_STAR_MS = 5000;
