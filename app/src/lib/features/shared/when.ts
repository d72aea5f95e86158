/** A time as the printed record writes it. */
export function when(at: Date | null): string {
  return at ? at.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'medium' }) : '–';
}
