/** Digits in groups of three with a no-break space, as people read them. Example: `2097152` is `2 097 152`. */
export function formatCount(value: number): string {
  return Math.trunc(value)
    .toString()
    .replaceAll(/\B(?=(\d{3})+(?!\d))/g, '\u00a0');
}

/** Exact binary size. Example: `2 MiB`; a length that is no whole KiB stays in bytes. */
export function formatSize(lengthBytes: number): string {
  if (lengthBytes >= 2 ** 20 && lengthBytes % 2 ** 20 === 0) return `${lengthBytes / 2 ** 20} MiB`;
  if (lengthBytes >= 1024 && lengthBytes % 1024 === 0) return `${lengthBytes / 1024} KiB`;
  return `${formatCount(lengthBytes)} ${lengthBytes === 1 ? 'byte' : 'bytes'}`;
}

/** Address as `0x0001_F000`: eight digits, split in the middle so that the eye can hold it. */
export function formatAddress(address: number): string {
  const hex = address.toString(16).toUpperCase().padStart(8, '0');
  return `0x${hex.slice(0, -4)}_${hex.slice(-4)}`;
}

/** Volts with two decimals from millivolts. Example: `13.42`. */
export function formatVolts(mv: number): string {
  return (mv / 1000).toFixed(2);
}

/** Amps with two decimals from milliamps. Example: `0.38`. */
export function formatAmps(ma: number): string {
  return (ma / 1000).toFixed(2);
}

/** Rate in kB/s with one decimal, B/s below 1000. Units: bytes a second. */
export function formatRate(bytesPerSecond: number): string {
  return bytesPerSecond >= 1000
    ? `${(bytesPerSecond / 1000).toFixed(1)} kB/s`
    : `${Math.round(bytesPerSecond)} B/s`;
}

/** Time left in words: `12 min`, `40 s`. Rounds up so that a promise is kept. */
export function formatDuration(seconds: number): string {
  if (seconds < 90) return `${Math.max(0, Math.ceil(seconds))} s`;
  if (seconds < 5400) return `${Math.ceil(seconds / 60)} min`;
  return `${(seconds / 3600).toFixed(1)} h`;
}

/** A chip id as pairs of bytes. Example: `5C1A09E2` is `5C1A 09E2`. */
export function formatChipId(hex: string): string {
  return hex.replaceAll(/(.{4})(?=.)/g, '$1 ');
}

/** A name inside a sentence: its first letter small, unless it begins with an abbreviation. Example: `SPI EEPROM` stays, `Data flash` is `data flash`. */
export function inSentence(name: string): string {
  return /^\p{Lu}{2}/u.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
}
