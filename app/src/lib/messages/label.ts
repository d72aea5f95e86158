import { text, type Texts } from './message.ts';

/** What a label says about the family of its unit. */
export const label = {
  'label.family.none': () => ({
    title: 'No family fits yet',
    text: 'None of these numbers is known, and none looks like those of a family we have.',
    clear: 'Type more of the label: hardware number, chip marking, radio approval.'
  }),
  'label.family.sure': (p) => ({
    title: `This is ${text(p['family'])}`,
    text: `${text(p['title'])}.`
  }),
  'label.family.likely': (p) => ({
    title: `Probably ${text(p['family'])}`,
    text: `${text(p['title'])}${p['other'] ? `, perhaps ${text(p['other'])}` : ''}.`,
    clear: 'Look for what decides.'
  })
} satisfies Texts;
