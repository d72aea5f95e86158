import type { ElsewhereWords } from '@badger/core/access-choice/compare-accesses';
import { formatDuration } from '@badger/core/base/format';
import type { Param } from '@badger/core/base/result';
import { num, text, type MessageOf, type Texts } from './message.ts';

const quoted = (typed: Param | undefined) => `“${text(typed).slice(0, 30)}”`;
const FIELDS: Readonly<Record<string, string>> = {
  hourlyRate: 'Hour of work',
  taxPercent: 'Tax',
  creditPrice: 'One credit',
  sealing: 'Sealing a case',
  soldering: 'Solder, flux, pads',
  donor: 'used donor',
  newUnit: 'new unit',
  sendAway: 'sent away'
};
/** The field of the prices, and the family in front of it. */
const fieldOf = (field: Param | undefined): string => {
  const words = text(field).split(' ');
  const name = FIELDS[words.at(-1) ?? ''];
  return name === undefined ? '' : `${[...words.slice(0, -1), name].join(' ')}: `;
};

const named =
  (title: string): MessageOf =>
  () => ({ title, text: '' });

/** A point in time as people say it; a text that is none is left out. */
function when(value: unknown): string {
  const at = new Date(String(value));
  if (Number.isNaN(at.getTime())) return 'a time that the plan does not reach';
  return at.toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });
}

const KIT: Readonly<Record<string, string>> = {
  interface: 'interface box',
  supply: 'bench supply',
  'probe-frame': 'probe frame',
  'solder-place': 'soldering place',
  programmer: 'chip programmer',
  clip: 'chip clip',
  'vehicle-supply': 'vehicle support supply',
  'fuse-lead': 'power-cycling fuse lead'
};
const SKILLS: Readonly<Record<string, string>> = {
  'open-case': 'opening cases',
  'fine-solder': 'fine soldering',
  clip: 'clipping chips',
  vehicle: 'work in the vehicle'
};

/** What is done elsewhere, in words. */
export const ELSEWHERE_WORDS: ElsewhereWords = {
  newUnit: 'New unit by the maker’s procedure',
  sendAway: 'Send it away',
  nothingCloned: 'Nothing is cloned here.',
  programming: 'VIN, keys and coding',
  lostInPost: {
    what: 'The unit is lost or damaged on its way, and the only memory with it.',
    lowers: 'Read what can be read before it leaves; insured parcel, number noted.'
  }
};

/** A skill in words. */
export const wordsOfSkill = (skill: unknown): string => SKILLS[String(skill)] ?? 'this work';

const COSTS: Readonly<Record<string, string>> = {
  work: 'hourly rate',
  donor: 'donor',
  newUnit: 'new unit',
  sendAway: 'sending away',
  credits: 'credit',
  sealing: 'sealing',
  soldering: 'soldering'
};

/** A part of the price in words. */
export const wordsOfCost = (kind: unknown): string => COSTS[String(kind)] ?? 'a part';

const TASKS = {
  'plan.task.prove': named('Scan, find the cause'),
  'plan.task.identify': named('Identify'),
  'plan.task.open': named('Open the original'),
  'plan.task.read': named('Read the original'),
  'plan.task.open-donor': named('Open the donor'),
  'plan.task.backup': named('Back up the donor'),
  'plan.task.build': named('Build the image'),
  'plan.task.write': named('Write the donor'),
  'plan.task.write-file': named('Write the supplied file'),
  'plan.task.close': named('Close the case'),
  'plan.task.maker': named('Program the new unit'),
  'plan.task.pack': named('Pack'),
  'plan.task.refit': named('Refit, scan'),
  'plan.task.after': (p) => ({ title: text(p['name']) || 'After the refit', text: '' })
} satisfies Texts;

/** The title of a task by its code; a task that nobody knows is still a task. */
const titleOfTask = (code: unknown): string =>
  (TASKS as Readonly<Record<string, MessageOf>>)[text(code as string)]?.({}).title ?? 'A task';

/** Accesses compared, quotes, and the plan of the day. */
export const plan = {
  'access.memory.shut': () => ({
    title: 'Identification only',
    text: 'The memory can neither be read nor written this way.'
  }),
  'access.memory.secrets': () => ({
    title: 'Security data only',
    text: 'It is read alone; the rest of the memory is left as it is.'
  }),
  'access.memory.partly': (p) => ({
    title: 'Not the whole memory',
    text: `Left out: ${text(p['left'])}.`
  }),
  'access.known.fails': (p) => ({
    title: `Known to fail on ${text(p['family'])}`,
    text: 'Others have tried it.'
  }),
  'access.known.untried': (p) => ({
    title: `Nobody has tried it on ${text(p['family'])}`,
    text: 'Read twice and compare with another access where you can.'
  }),
  'access.unit.mute': () => ({
    title: 'The unit is silent',
    text: 'This access needs it to answer.'
  }),
  'access.vehicle.away': () => ({
    title: 'The vehicle is not here',
    text: 'The unit came without it.'
  }),
  'access.credits.short': (p) => ({
    title: `${text(p['have'])} credits left, ${text(p['need'])} needed`,
    text: 'Buy credits before it begins.'
  }),
  'access.kit.missing': (p) => ({
    title: `The shop has no ${KIT[text(p['kind'])] ?? 'kit for it'}`,
    text: 'Add it on the Kit page when it is here.'
  }),
  'access.network.unknown': () => ({
    title: 'No network to a server is on the kit list',
    text: 'This access asks a server: enter the network under Kit when it reaches one.'
  }),
  'time.measured.impossible': (p) => ({
    title: `${num(p['times'])} measured ${num(p['times']) === 1 ? 'time is' : 'times are'} shorter than the line can do`,
    text: `The shortest was ${formatDuration(num(p['seconds']))}, the line alone needs ${formatDuration(num(p['floorSeconds']))}. The profile's line or a clock is wrong; they were left out.`
  }),
  'access.skill.missing': (p) => ({
    title: `Nobody here does ${wordsOfSkill(p['skill'])}`,
    text: 'Skills are kept on the Shop page.'
  }),
  'access.maker.none': (p) => ({
    title: `${text(p['family'])} is not sold new, or cannot be programmed`,
    text: 'The maker offers no procedure for it.'
  }),
  'access.maker.later': () => ({
    title: 'The vehicle is needed for it',
    text: 'It is programmed in the vehicle.'
  }),
  'access.away.nobody': (p) => ({
    title: 'No specialist is set up',
    text: `Nobody to send a ${text(p['family'])} to; set one on the Shop page.`
  }),
  'access.key.unknown': () => ({ title: 'No such access', text: 'Nothing was recorded.' }),
  'access.method.unknown': () => ({
    title: 'This clone method does not work with this access',
    text: 'Nothing was recorded.'
  }),
  'access.choice.shut': (p) => ({
    title: `${text(p['access'])} is closed`,
    text: 'Nothing was recorded.',
    clear: 'See beside it what is missing.'
  }),
  'quote.access.none': () => ({
    title: 'No access is chosen yet',
    text: 'A quote rests on the chosen access. Nothing was made.',
    clear: 'Choose one above.'
  }),
  'quote.price.missing': (p) => ({
    title: 'A price is not set',
    text: `Missing: ${text(p['what']).split(', ').map(wordsOfCost).join(', ')}. Nothing was made.`,
    clear: 'Set it on the Shop page.'
  }),
  'money.text.wrong': (p) => ({
    title: `${quoted(p['text'])} is no amount`,
    text: `${fieldOf(p['field'])}Nothing was kept.`,
    clear: 'Write digits and one decimal mark, such as 12.50.'
  }),
  'money.text.unclear': (p) => ({
    title: `Which amount is ${quoted(p['text'])}?`,
    text: `${fieldOf(p['field'])}It can be ${text(p['one'])} or ${text(p['other'])}. Nothing was kept.`,
    clear: 'Write it with two places, or without a mark between thousands.'
  }),
  'quote.tax.unset': () => ({
    title: 'The tax is not set',
    text: 'Nothing was made.',
    clear: 'Set it on the Shop page.'
  }),
  'quote.line.amount': (p) => ({
    title: `Line ${text(p['line'])} has no amount`,
    text: 'An amount is a number with at most four places. Nothing was made.'
  }),
  'quote.line.none': () => ({ title: 'A quote needs a line', text: 'Nothing was made.' }),
  'quote.line.many': (p) => ({
    title: `More than ${text(p['most'])} lines`,
    text: 'Nothing was made.'
  }),
  'shop.hours.crossed': () => ({
    title: 'Hours that run against the clock',
    text: 'Each span begins after the one before has ended. Nothing was changed.'
  }),
  'shop.person.unknown': () => ({ title: 'No such person', text: 'Nothing was changed.' }),
  ...TASKS,
  'plan.task.unknown': () => ({
    title: 'That task is not in the plan any more',
    text: 'It was done, or the job has moved on. Nothing was changed.'
  }),
  'plan.task.ring': (p) => ({
    title: 'Tasks wait for each other',
    text: `${text(p['tasks'])
      .split(',')
      .map(titleOfTask)
      .join(', ')}: each of them comes after another.`,
    clear: 'Mark as done what is done, or tell whoever keeps the profile.'
  }),
  'plan.task.unplaced': (p) => ({
    title: 'No day has room for it',
    text: `${titleOfTask(p['task'])} fits into no day of the plan.`,
    clear: 'Look at the hours on the Shop page.'
  }),
  'plan.task.nobody': (p) => ({
    title: 'Nobody can do it',
    text: `${titleOfTask(p['task'])}: no person has the skill.`,
    clear: 'Give somebody the skill on the Shop page.'
  }),
  'plan.task.nowhere': (p) => ({
    title: 'No place for it',
    text: `${titleOfTask(p['task'])}: no station or kit that can carry it.`,
    clear: 'Look at the Kit page.'
  }),
  'plan.job.donorless': () => ({
    title: 'Waits for a donor',
    text: 'Writing and refit are planned when one is here.'
  }),
  'plan.move.past': () => ({
    title: 'That time is over',
    text: 'Nothing was moved.',
    clear: 'Choose a later one.'
  }),
  'plan.move.place': () => ({ title: 'That is no place for it', text: 'Nothing was moved.' }),
  'plan.save.first': (p) => ({
    title: `Put it first: done ${when(p['end'])}`,
    text: p['pushed']
      ? `Then these are late instead: ${text(p['pushed'])}.`
      : 'No other promise is broken by it.'
  }),
  'plan.save.hours': (p) => ({
    title: `Stay ${num(p['minutes'])} minutes longer: done ${when(p['end'])}`,
    text: ''
  }),
  'plan.save.hands': (p) => ({ title: `One more pair of hands: done ${when(p['end'])}`, text: '' }),
  'plan.save.place': (p) => ({ title: `One more station: done ${when(p['end'])}`, text: '' }),
  'plan.save.none': (p) => ({
    title: 'The promise cannot be kept',
    text: `With everything else put aside it is done ${when(p['earliest'])} at the earliest.`,
    clear: 'Call the customer.'
  })
} satisfies Texts;
