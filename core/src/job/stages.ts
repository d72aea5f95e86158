/** The nine stages of the line of work, in order. */
export const STAGES = [
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

export type Stage = (typeof STAGES)[number];

/** The stage called `text`, or undefined. */
export function findStage(text: string): Stage | undefined {
  return STAGES.find((s) => s === text);
}
