import type { StageState } from '@badger/core/exercise/stage-finding';
import type { StageSum } from '@badger/core/exercise/sum-up';
import type { Verdict } from '@badger/core/base/verdict';
import type { ExerciseLead } from '$lib/exercise-types.ts';
import { messageOf } from '$lib/messages/catalogue.ts';

/** What a stage's state is for the one who asks whether the unit is sound. */
export const VERDICT_OF: Record<StageState, Verdict> = {
  sound: 'go',
  suspect: 'look',
  failed: 'stop',
  unknown: 'none'
};

const UNITS: Record<ExerciseLead['signal'], (value: number) => string> = {
  resistance: (ohm) => (ohm >= 1000 ? `${ohm / 1000} kΩ` : `${ohm} Ω`),
  voltage: (mv) => `${mv / 1000} V`,
  frequency: (hz) => `${hz} Hz`,
  load: () => ''
};

/** What the box puts on a lead, and what a sound unit tells. Example: `100 Ω to 25 kΩ: 130 to -30 °C`. */
export function wordsOfLead({ signal, points, unit }: ExerciseLead): string {
  const [first, last] = [points[0], points.at(-1)];
  if (signal === 'load' || !first || !last) return 'load of the box, driven';
  const put = UNITS[signal];
  return `${put(first.applied)} to ${put(last.applied)}: ${first.told} to ${last.told} ${unit}`;
}

/** Where a lead goes. Example: `401 to A 49 and 50`. */
export const placeOfLead = ({ channel, connector, cavities }: ExerciseLead): string =>
  `${channel} to ${connector.toUpperCase()} ${cavities.join(' and ')}`;

/** What was found at a stage, in one line; empty where nobody has looked. */
export function wordsOfStage(stage: StageSum): string {
  if (stage.contradicted) return messageOf('exercise.stage.contradicted').title;
  return stage.findings
    .map((f) => messageOf(f.code, f.params))
    .map(({ title, text }) => (text === '' ? title : `${title}. ${text}`))
    .join('; ');
}

/** The whole in words. Example: `8 of 11 sound, 1 failed`. */
export function wordsOfStages(stages: readonly StageSum[]): string {
  const count = (state: StageState) => stages.filter((s) => s.state === state).length;
  const more = (['failed', 'suspect'] as const)
    .filter((s) => count(s) > 0)
    .map((s) => `, ${count(s)} ${s}`)
    .join('');
  return `${count('sound')} of ${stages.length} sound${more}`;
}
