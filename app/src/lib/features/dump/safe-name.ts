/** A file name as it is shown and saved: no path, no control characters, none that turn the direction of reading, not endless. */
export function safeName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const bare = last.replaceAll(/[\p{Cc}\p{Cf}]/gu, '').trim();
  const short = bare.length > 80 ? `${bare.slice(0, 60)}…${bare.slice(-16)}` : bare;
  return short === '' || /^\.+$/.test(short) ? 'image' : short;
}
