import { formatAmps, formatDuration } from '@badger/core/base/format';
import type { Param } from '@badger/core/base/codes';
import { num, text, type Texts } from './message.ts';

const amps = (p: Param | undefined) => `${formatAmps(num(p))} A`;
const span = (p: Param | undefined) => formatDuration(num(p));

/** What a supply has to carry, and what a write takes of it. */
export const budget = {
  'power.budget.carried': (p) => ({
    title: 'The supply can carry it',
    text: `${amps(p.totalMa)} while ${text(p.state)}, ${amps(p.needMa)} with margin; it gives ${amps(p.ratedMa)}.`
  }),
  'power.budget.over': (p) => ({
    title: 'This supply cannot carry it',
    text: `${amps(p.totalMa)} while ${text(p.state)} and a quarter for margin make ${amps(p.needMa)}; it gives ${amps(p.ratedMa)}.`,
    clear: `Use a supply of at least ${amps(p.needMa)}.`
  }),
  'power.budget.unknown': () => ({
    title: 'Power not known',
    text: 'What the supply gives, what the box draws, or what the unit draws is not known.',
    clear: 'Enter supply and box under Kit.'
  }),
  'gate.budget.carried': (p) => ({
    title: 'The supply carries the write',
    text: `Erasing ${span(p.eraseSeconds)} at up to ${amps(p.erasingMa)}, writing ${span(p.writeSeconds)} at up to ${amps(p.writingMa)}, read back ${span(p.backSeconds)}; ${amps(p.givenMa)} may flow.`
  }),
  'gate.budget.limit': (p) => ({
    title: 'The limit would cut into the write',
    text: `Up to ${amps(p.erasingMa)} while erasing, ${amps(p.writingMa)} while writing; ${amps(p.givenMa)} may flow.`,
    clear: `Set a limit above ${amps(p.mostMa)}, inside what the family allows.`
  }),
  'gate.budget.narrow': (p) => ({
    title: 'The limit is near what the write draws',
    text: `Up to ${amps(p.mostMa)}; ${amps(p.givenMa)} may flow. A swing would bring the supply into limitation.`,
    clear: 'Raise the limit a little.'
  }),
  'gate.budget.unknown': () => ({
    title: 'What the write draws is not known',
    text: 'The family says nothing of the current while it erases and writes.',
    clear: 'Watch the current; keep to the family’s limit.'
  })
} satisfies Texts;
