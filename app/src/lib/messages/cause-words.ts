import type { Cause } from '@badger/core/diagnosis/causes';
import type { Observations, TryOutcome } from '@badger/core/diagnosis/evidence';

interface CauseWords {
  readonly name: string;
  /** The one test that confirms it. */
  readonly test: string;
  /** What mends it. */
  readonly remedy: string;
}

/** Each cause with its test and its remedy. */
export const CAUSE_WORDS: Readonly<Record<Cause, CauseWords>> = {
  'open-feed': {
    name: 'Feed does not reach the unit',
    test: 'Meter from the battery feed pin to ground, supply on: no voltage confirms it.',
    remedy: 'Put the feed wire on the pin of the plan; change the lead if it measures open.'
  },
  'open-ground': {
    name: 'Ground is open',
    test: 'Meter from the ground pin to the minus of the supply, supply on: more than 1 V confirms it.',
    remedy: 'Put ground on every ground pin of the plan; change the lead if it measures open.'
  },
  'no-ignition': {
    name: 'No ignition feed',
    test: 'Meter at the ignition pin, supply on: no voltage confirms it.',
    remedy: 'Connect the ignition feed. Without it the unit sleeps.'
  },
  'can-swapped': {
    name: 'CAN H and CAN L are exchanged',
    test: 'Exchange the two wires and read the chip id: an answer confirms it.',
    remedy: 'Leave them exchanged and mark the lead.'
  },
  'can-open': {
    name: 'One wire of the CAN pair is open',
    test: 'Power off, measure CAN H and CAN L from end to end: an open one confirms it.',
    remedy: 'Put it on its pin, or change the lead.'
  },
  'few-terminators': {
    name: 'A terminator is missing',
    test: 'Power off, measure the pair: more than the plan says confirms it.',
    remedy: 'Add 120 Ω between CAN H and CAN L.'
  },
  'many-terminators': {
    name: 'Too many terminators',
    test: 'Power off, measure the pair: less than the plan says confirms it.',
    remedy: 'Take the resistor out of lead or adapter.'
  },
  'bit-rate': {
    name: 'Wrong bit rate',
    test: 'Read the chip id at the other bit rates: an answer confirms it.',
    remedy: 'Check family and hardware number; the profile gives the rate of the family.'
  },
  'weak-supply': {
    name: 'The supply cannot hold its voltage',
    test: 'Another supply in its place: a steady voltage confirms it.',
    remedy: 'Use a supply that carries what Power on its way asks for.'
  },
  'worn-lead': {
    name: 'A worn lead drops the voltage',
    test: 'Meter at the unit under load: far below the supply confirms it. Move the plug meanwhile.',
    remedy: 'Change the lead; take it out of use in Kit.'
  },
  'pad-not-held': {
    name: 'The boot pad was not held',
    test: 'Power off, hold the pad, power on, read again: an answer confirms it.',
    remedy: 'Hold the pad before power and until the unit answers; clean the pad.'
  },
  'programming-line': {
    name: 'A programming line is open',
    test: 'Power off, measure the programming lines from end to end: an open one confirms it.',
    remedy: 'Put it on the pin of the plan: no diagram of the vehicle shows it.'
  },
  short: {
    name: 'A short, or something wrong inside',
    test: 'Power off, measure feed to ground: a few ohms confirm it. Then unplug the unit and measure the lead alone.',
    remedy: 'Do not switch on before it measures free.'
  },
  dead: {
    name: 'The unit is dead',
    test: 'Another unit of the family on the same lead: if it answers, this one is dead.',
    remedy: 'Prove says what it means for the job; a chip may still be read.'
  },
  dying: {
    name: 'The unit comes and goes',
    test: 'Read the chip id five times, cold and warm: answers now and then confirm it.',
    remedy: 'Read everything as soon as it answers, EEPROM first; cool it while it reads.'
  },
  locked: {
    name: 'The unit is locked',
    test: 'The negative response names the lock. Leave it powered for ten minutes, then try once.',
    remedy: 'Choose another access at Match.'
  },
  box: {
    name: 'Interface box or its link',
    test: 'Restart the box, then another box on the same lead: an answer confirms it.',
    remedy:
      'Cable only, no radio beside it; after an update that fails, go back to the earlier version.'
  },
  'clip-open': {
    name: 'The clip does not grip, or the chip has no feed',
    test: 'Take it off, clean the legs, press it home and check contact: an answer confirms it.',
    remedy: 'Flux and lacquer off the legs. In the socket: the chip pressed down to the end.'
  },
  'clip-turned': {
    name: 'Clip or chip is the wrong way round',
    test: 'Off at once; hold pin 1 of the clip against the mark of the chip: not the same confirms it.',
    remedy: 'Turn it. A chip that became warm is read soon: it may not live long.'
  },
  'loose-leg': {
    name: 'One leg has no contact',
    test: 'Press each leg with a probe and check contact: steady answers confirm it.',
    remedy: 'Clean it, bend the leg back, or take another clip.'
  },
  'board-loads': {
    name: 'The board loads the lines, or its processor runs',
    test: 'Check contact at a lower clock: steady answers confirm it.',
    remedy: 'Lower the clock; hold the processor in reset; lift the chip.'
  },
  'other-chip': {
    name: 'Another chip than the family has',
    test: 'Read the marking on the chip: another type confirms it.',
    remedy:
      'Is it the right chip of the board, and the right family? Another marking may be a variant.'
  },
  'chip-dead': {
    name: 'The chip is dead',
    test: 'Another chip of the type in the same socket: if it answers, this one is dead.',
    remedy: 'What it held comes from the unit itself, or from a backup.'
  },
  'chip-busy': {
    name: 'The chip is at work without an end',
    test: 'Pins off for ten seconds, then check contact: an answer confirms it.',
    remedy: 'Feed it anew. If it stays so, its cells are worn: read what still reads.'
  },
  programmer: {
    name: 'Programmer or its link',
    test: 'Restart it, then another programmer on the same clip: an answer confirms it.',
    remedy: 'Another cable or port; after an update that fails, go back to the earlier version.'
  }
};

/** What was seen, in words. Every word of every observation. */
export const SEEN_WORDS: {
  readonly [K in keyof Required<Observations>]: Readonly<
    Record<NonNullable<Observations[K]>, string>
  >;
} = {
  current: {
    none: 'no current',
    leak: 'only a leakage current',
    low: 'little current',
    expected: 'current as expected',
    high: 'much current',
    short: 'current of a short'
  },
  supply: { steady: 'supply holds its voltage', sagging: 'supply sags' },
  feed: {
    none: 'no voltage at the feed pin',
    low: 'voltage breaks down at the unit',
    right: 'voltage at the unit is right'
  },
  ground: { right: 'ground holds', lifted: 'ground pin lifts' },
  ignition: { none: 'no voltage at the ignition pin', right: 'ignition is there' },
  levels: {
    right: 'bus levels are right',
    inverted: 'bus levels are upside down',
    half: 'only one bus line moves'
  },
  pair: {
    right: 'pair measures right',
    few: 'too few terminators',
    none: 'no terminator',
    many: 'too many terminators',
    short: 'the lines touch'
  },
  bus: {
    quiet: 'no bus errors',
    ack: 'nobody acknowledges',
    form: 'frames are destroyed',
    bit: 'bits are not what was sent'
  },
  answers: {
    none: 'no answer at all',
    some: 'it answers now and then',
    conditions: 'it answers and is in the wrong state',
    locked: 'it answers and is locked',
    refused: 'it answers and refuses',
    garbled: 'answers make no sense',
    lost: 'the box was lost'
  },
  feedWire: wireWords('feed wire'),
  groundWire: wireWords('ground wire'),
  ignitionWire: wireWords('ignition wire'),
  canWire: wireWords('CAN wire'),
  programmingWire: wireWords('programming line'),
  padWire: wireWords('boot pad wire'),
  feedSwitch: { on: 'breakout passes the feed on', off: 'breakout holds the feed back' },
  ignitionSwitch: {
    on: 'breakout passes the ignition on',
    off: 'breakout holds the ignition back'
  },
  kit: {
    same: 'software and firmware as when it worked last',
    changed: 'software or firmware is another than when it worked last'
  },
  lines: {
    floating: 'lines float, all ones',
    low: 'lines stay low, all zeros',
    steady: 'every look tells the same',
    scatter: 'looks tell different things'
  },
  latch: {
    follows: 'the latch follows',
    sometimes: 'the latch follows now and then',
    stuck: 'the latch does not follow'
  },
  slower: { same: 'no better at a slow clock', helps: 'sound at a slow clock' },
  chipKind: {
    right: 'identification is right',
    other: 'identification is another',
    none: 'no identification'
  },
  chipBusy: { rests: 'the chip rests', hung: 'the chip says that it is at work' }
};

function wireWords(wire: string) {
  return {
    good: `${wire} measures good`,
    bad: `${wire} measures bad`,
    ticked: `${wire} is ticked`,
    'left-out': `${wire} is not ticked`
  };
}

/** What was seen, in words; an unknown word stays as it is. */
export function seenWords(what: string, word: string): string {
  const words: Readonly<Record<string, string>> | undefined =
    SEEN_WORDS[what as keyof Required<Observations>];
  return words?.[word] ?? `${what}: ${word}`;
}

/** How one try ended, in a word. */
export const TRY_WORDS: Readonly<Record<TryOutcome, string>> = {
  answered: 'answered',
  silent: 'silent',
  conditions: 'wrong state',
  locked: 'locked',
  refused: 'refused',
  garbled: 'garbled',
  lost: 'box lost'
};
