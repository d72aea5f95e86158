import type { Verdict } from '@badger/core/base/verdict';
import type { FunctionId, FunctionResult, FunctionResults } from '@badger/core/return/functions';
import type { StepState } from '@badger/core/return/read-return';
import type { JobData } from '$lib/job-types.ts';
import type { StepData, StepNoteData } from '$lib/return-types.ts';
import { messageOfJudgement, messageOfProblem } from '$lib/messages/catalogue.ts';
import {
  ACT_WORDS,
  FUNCTION_RESULT_WORDS,
  FUNCTION_WORDS,
  OLD_PARTS_WORDS,
  STEP_WORDS
} from '$lib/messages/return-words.ts';

/** What the mark before a step says. */
export const STEP_VERDICTS: Readonly<Record<StepState, Verdict>> = {
  ...{ open: 'look', waiting: 'none', running: 'look', done: 'go', waived: 'look' },
  excepted: 'look',
  ...{ refused: 'stop', wrong: 'stop', half: 'stop' }
};

/** Name of a step and how it is known to be right; of the complaint with the customer's own words. */
export function wordsOf(
  { shared, fit }: StepData,
  { complaint, shows, showsMinutes }: Pick<JobData, 'complaint' | 'shows' | 'showsMinutes'>
): { readonly name: string; readonly how: string } {
  if (fit) return { name: fit.name, how: fit.when ? `${fit.how} ${fit.when}` : fit.how };
  const words = shared ? STEP_WORDS[shared] : { name: '', how: '' };
  if (shared !== 'complaint') return words;
  const recipe = [shows, showsMinutes ? `${showsMinutes} min` : ''].filter((s) => s).join(', ');
  return { ...words, how: `“${complaint}”${recipe ? `: ${recipe}` : ''}` };
}

/** What was kept of a step last, in one line; empty for nothing. */
export function lastWords(last: StepNoteData | undefined): string {
  if (!last) return '';
  const { act, problem, judgement, seen, key, keys, untold = [] } = last.evidence;
  const said = [
    key && keys ? `key ${key} of ${keys}` : '',
    act ? ACT_WORDS[act] : '',
    judgement ? messageOfJudgement(judgement).title : '',
    problem ? messageOfProblem(problem).title : '',
    seen?.temperatureC === undefined ? '' : `at ${seen.temperatureC} °C`,
    untold.length > 0 ? `not told: ${untold.join(', ')}` : '',
    ...pointWords(last.evidence),
    last.note
  ].filter((s) => s !== '');
  return said.join(' · ');
}

/** What was told point by point. */
function pointWords(evidence: StepNoteData['evidence']): string[] {
  const { exceptions = [], signedBy = '', parts, partsTo = '' } = evidence;
  return [
    recipeWords(evidence),
    functionWords(evidence.functions),
    exceptions.length > 0 ? `${exceptions.join(', ')}: may stay, signed by ${signedBy}` : '',
    parts ? `${OLD_PARTS_WORDS[parts]}, ${partsTo}` : ''
  ];
}

/** What was tried again, for how long, and what was seen. */
function recipeWords({ shown, triedMinutes, currentMa }: StepNoteData['evidence']): string {
  const time = triedMinutes === undefined ? '' : `${triedMinutes} min`;
  if (currentMa !== undefined) return `${currentMa} mA after ${time}`;
  if (shown === undefined) return '';
  return shown ? `it shows again${time ? `, tried ${time}` : ''}` : `did not show in ${time}`;
}

/** What was seen of the functions: what fails by name, else how many work. */
export function functionWords(results: FunctionResults | undefined): string {
  if (!results) return '';
  const of = (wanted: FunctionResult) =>
    (Object.keys(results) as FunctionId[]).filter((id) => results[id] === wanted);
  const count = `${of('works').length} work, ${of('absent').length} not fitted`;
  const fails = of('fails').map((id) => FUNCTION_WORDS[id]);
  return fails.length > 0
    ? `${FUNCTION_RESULT_WORDS.fails}: ${fails.join(', ')} · ${count}`
    : count;
}
