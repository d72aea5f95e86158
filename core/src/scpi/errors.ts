/** Error numbers and texts. Source: SCPI-1999 vol. 2 ch. 21.8, from memory. */
export const SCPI_ERRORS: Readonly<Record<number, string>> = {
  0: 'No error',
  [-100]: 'Command error',
  [-102]: 'Syntax error',
  [-103]: 'Invalid separator',
  [-104]: 'Data type error',
  [-108]: 'Parameter not allowed',
  [-109]: 'Missing parameter',
  [-113]: 'Undefined header',
  [-131]: 'Invalid suffix',
  [-200]: 'Execution error',
  [-221]: 'Settings conflict',
  [-222]: 'Data out of range',
  [-224]: 'Illegal parameter value',
  [-310]: 'System error',
  [-350]: 'Queue overflow',
  [-410]: 'Query INTERRUPTED',
  [-420]: 'Query UNTERMINATED'
};

/** Bit of the event status register that an error number sets. Source: IEEE 488.2 11.5.1, from memory. */
export function esrBitOf(number: number): number {
  if (number <= -100 && number > -200) return 32;
  if (number <= -200 && number > -300) return 16;
  if (number <= -300 && number > -400) return 8;
  if (number <= -400 && number > -500) return 4;
  return 0;
}

/** Answer to `SYST:ERR?`. Example: `-113,"Undefined header"`. */
export function formatScpiError(number: number): string {
  return `${number},"${SCPI_ERRORS[number] ?? 'Device-specific error'}"`;
}
