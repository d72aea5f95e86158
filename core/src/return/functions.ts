/** What a unit drives or measures, as somebody tries it in the vehicle; texts by id in the catalogue. */
export type FunctionId =
  | ('idle' | 'accelerator' | 'cooling-fan' | 'charging' | 'cruise' | 'warning-lamps')
  | ('start-in-park' | 'positions' | 'shifts' | 'reverse-lamp' | 'position-shown' | 'pulls-away')
  | ('lights' | 'indicators' | 'brake-lamps' | 'wipers' | 'horn' | 'locks' | 'windows')
  | ('interior-lights' | 'mirrors' | 'heated-window' | 'sleeps')
  | ('every-key' | 'remote' | 'lamp' | 'alarm' | 'steering-lock')
  | 'main-task';

/** What was seen of one: `absent`: this vehicle does not have it. */
export const FUNCTION_RESULTS = ['works', 'fails', 'absent'] as const;

export type FunctionResult = (typeof FUNCTION_RESULTS)[number];

const BODY: readonly FunctionId[] = [
  ...(['lights', 'indicators', 'brake-lamps', 'wipers', 'horn', 'locks', 'windows'] as const),
  ...(['interior-lights', 'mirrors', 'heated-window', 'sleeps'] as const)
];

const ENGINE: readonly FunctionId[] = [
  ...(['idle', 'accelerator', 'cooling-fan', 'charging', 'cruise'] as const)
];

const TRANSMISSION: readonly FunctionId[] = [
  ...(['start-in-park', 'positions', 'position-shown', 'pulls-away', 'shifts'] as const),
  'reverse-lamp'
];

const KEYS: readonly FunctionId[] = ['every-key', 'remote', 'lamp', 'alarm', 'steering-lock'];

/** By the kind of a family. Source: common practice. */
const FUNCTIONS: Readonly<Record<string, readonly FunctionId[]>> = {
  engine: [...ENGINE, 'warning-lamps'],
  transmission: [...TRANSMISSION, 'warning-lamps'],
  'engine-transmission': [...ENGINE, ...TRANSMISSION, 'warning-lamps'],
  body: BODY,
  comfort: BODY,
  immobiliser: KEYS,
  'key-unit': KEYS
};

const ANY: readonly FunctionId[] = ['main-task', 'warning-lamps'];

/** What is tried after a unit of a family of this kind was worked on. Example: `functionsOf('key-unit')` begins with `every-key`. */
export const functionsOf = (familyKind: string | undefined): readonly FunctionId[] =>
  FUNCTIONS[familyKind ?? ''] ?? ANY;

export type FunctionResults = Readonly<Partial<Record<FunctionId, FunctionResult>>>;

/** `wrong`: one fails. `done`: every one works, or the vehicle does not have it. `open`: not all were tried. */
export function stateOfFunctions(
  asked: readonly FunctionId[],
  results: FunctionResults
): 'wrong' | 'done' | 'open' {
  if (asked.some((id) => results[id] === 'fails')) return 'wrong';
  // a vehicle that has none of it proves nothing of the unit
  const tried = asked.some((id) => results[id] === 'works');
  return tried && asked.every((id) => results[id] !== undefined) ? 'done' : 'open';
}
