/**
 * A number plate as it is kept: upper case, inner runs of blanks made one. What it says is not judged: every country has
 * plates of its own. Example: ` sb 417  k` is `SB 417 K`.
 */
export function tidyPlate(text: string): string {
  return text.trim().replaceAll(/\s+/g, ' ').toUpperCase();
}

/**
 * A plate as part of a file name: letters and digits of ASCII only, accents dropped. Empty when nothing is left.
 * Example: `ŠB 417-K` is `SB417K`.
 */
export function plateInName(plate: string): string {
  return plate
    .normalize('NFKD')
    .replaceAll(/[^0-9A-Za-z]/g, '')
    .toUpperCase();
}
