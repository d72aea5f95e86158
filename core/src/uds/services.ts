/** Service identifiers that are used here. Source: ISO 14229-1. */
export const SERVICES = {
  diagnosticSessionControl: 0x10,
  ecuReset: 0x11,
  clearDiagnosticInformation: 0x14,
  readDtcInformation: 0x19,
  readDataByIdentifier: 0x22,
  securityAccess: 0x27,
  writeDataByIdentifier: 0x2e,
  inputOutputControl: 0x2f,
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
  0x02: 'FreezeFrame',
  0x03: 'StoredCodes',
  0x04: 'ClearCodes',
  0x06: 'TestResults',
  0x07: 'PendingCodes',
  0x08: 'Control',
  0x09: 'VehicleInformation',
  0x0a: 'PermanentCodes',
  0x10: 'DiagnosticSessionControl',
  0x11: 'ECUReset',
  0x14: 'ClearDiagnosticInformation',
  0x19: 'ReadDTCInformation',
  0x22: 'ReadDataByIdentifier',
  0x23: 'ReadMemoryByAddress',
  0x24: 'ReadScalingDataByIdentifier',
  0x27: 'SecurityAccess',
  0x28: 'CommunicationControl',
  0x29: 'Authentication',
  0x2a: 'ReadDataByPeriodicIdentifier',
  0x2c: 'DynamicallyDefineDataIdentifier',
  0x2e: 'WriteDataByIdentifier',
  0x2f: 'InputOutputControlByIdentifier',
  0x31: 'RoutineControl',
  0x34: 'RequestDownload',
  0x35: 'RequestUpload',
  0x36: 'TransferData',
  0x37: 'RequestTransferExit',
  0x38: 'RequestFileTransfer',
  0x3d: 'WriteMemoryByAddress',
  0x3e: 'TesterPresent',
  0x84: 'SecuredDataTransmission',
  0x85: 'ControlDTCSetting',
  0x86: 'ResponseOnEvent',
  0x87: 'LinkControl'
};

/** Data identifiers with their names. Source: ISO 14229-1 annex C.1, from memory. */
export const IDENTIFIER_NAMES: Readonly<Record<number, string>> = {
  0xf180: 'boot software',
  0xf181: 'application software',
  0xf182: 'application data',
  0xf186: 'active session',
  0xf187: 'spare part number',
  0xf188: 'software number',
  0xf189: 'software version',
  0xf18a: 'supplier',
  0xf18b: 'manufacturing date',
  0xf18c: 'serial number',
  0xf190: 'VIN',
  0xf191: 'hardware number',
  0xf192: 'supplier hardware number',
  0xf193: 'supplier hardware version',
  0xf194: 'supplier software number',
  0xf195: 'supplier software version',
  0xf197: 'system name',
  0xf198: 'tester serial number',
  0xf199: 'programming date',
  0xf19e: 'ODX file'
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
  0x38: 'secureDataTransmissionRequired',
  0x39: 'secureDataTransmissionNotAllowed',
  0x3a: 'secureDataVerificationFailed',
  0x50: 'certificateVerificationFailedInvalidTimePeriod',
  0x51: 'certificateVerificationFailedInvalidSignature',
  0x52: 'certificateVerificationFailedInvalidChainOfTrust',
  0x53: 'certificateVerificationFailedInvalidType',
  0x54: 'certificateVerificationFailedInvalidFormat',
  0x55: 'certificateVerificationFailedInvalidContent',
  0x56: 'certificateVerificationFailedInvalidScope',
  0x57: 'certificateVerificationFailedInvalidCertificate',
  0x58: 'ownershipVerificationFailed',
  0x59: 'challengeCalculationFailed',
  0x5a: 'settingAccessRightsFailed',
  0x5b: 'sessionKeyCreationDerivationFailed',
  0x5c: 'configurationDataUsageFailed',
  0x5d: 'deAuthenticationFailed',
  0x70: 'uploadDownloadNotAccepted',
  0x71: 'transferDataSuspended',
  0x72: 'generalProgrammingFailure',
  0x73: 'wrongBlockSequenceCounter',
  0x78: 'requestCorrectlyReceivedResponsePending',
  0x7e: 'subFunctionNotSupportedInActiveSession',
  0x7f: 'serviceNotSupportedInActiveSession',
  0x81: 'rpmTooHigh',
  0x82: 'rpmTooLow',
  0x83: 'engineIsRunning',
  0x84: 'engineIsNotRunning',
  0x85: 'engineRunTimeTooLow',
  0x86: 'temperatureTooHigh',
  0x87: 'temperatureTooLow',
  0x88: 'vehicleSpeedTooHigh',
  0x89: 'vehicleSpeedTooLow',
  0x8a: 'throttleOrPedalTooHigh',
  0x8b: 'throttleOrPedalTooLow',
  0x8c: 'transmissionRangeNotInNeutral',
  0x8d: 'transmissionRangeNotInGear',
  0x8f: 'brakeSwitchesNotClosed',
  0x90: 'shifterLeverNotInPark',
  0x91: 'torqueConverterClutchLocked',
  0x92: 'voltageTooHigh',
  0x93: 'voltageTooLow',
  0x94: 'resourceTemporarilyNotAvailable'
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

/** The unit tells the CRC-32 of a range of its memory, laid out as for erasing. Source: common practice; the number is invented for these families. */
export const ROUTINE_CHECK_MEMORY = 0x0202;

/** Server timing. Units: ms. Source: ISO 14229-2 defaults, from memory. */
export const P2_MS = 50;
export const P2_STAR_MS = 5000;
