/** The nine stops of the line of work, in order. */
export const STOPS = [
  'arrive',
  'prove',
  'identify',
  'match',
  'wire',
  'read',
  'build',
  'write',
  'return'
] as const;

export type Stop = (typeof STOPS)[number];

/** The stop called `text`, or undefined. */
export function findStop(text: string): Stop | undefined {
  return STOPS.find((s) => s === text);
}
