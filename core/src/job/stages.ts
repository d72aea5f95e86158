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

/** What people call a stage, and the key that opens it on every page. */
export const STAGE_NAMES: Readonly<
  Record<Stage, { readonly title: string; readonly key: string }>
> = {
  arrive: { title: 'Arrive', key: '1' },
  prove: { title: 'Prove', key: '2' },
  identify: { title: 'Identify', key: '3' },
  match: { title: 'Match', key: '4' },
  wire: { title: 'Wire', key: '5' },
  read: { title: 'Read', key: '6' },
  build: { title: 'Build', key: '7' },
  write: { title: 'Write', key: '8' },
  return: { title: 'Return', key: '9' }
};

/** The stage that a key opens, or undefined. */
export function findStageOfKey(key: string): Stage | undefined {
  return STAGES.find((s) => STAGE_NAMES[s].key === key);
}

/** The stage called `text`, or undefined. */
export function findStage(text: string): Stage | undefined {
  return STAGES.find((s) => s === text);
}
