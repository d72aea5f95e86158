import { formatAddress, formatCount } from '@badger/core/base/format';
import { num, text, type Texts } from './message.ts';

const UNTOUCHED = 'Nothing was kept, and the unit was not touched.';

/** What is told of the file service and of its files. */
export const files = {
  'files.service.none': () => ({
    title: 'No file service',
    text: 'This shop has none set up.',
    clear: 'Drop the file by hand.'
  }),
  'files.service.down': () => ({
    title: 'The file service does not answer',
    text: UNTOUCHED,
    clear: 'Check the network, and ask again.'
  }),
  'files.service.key': () => ({
    title: 'The file service refuses the shop’s key',
    text: UNTOUCHED,
    clear: 'Check the key in the settings of the server.'
  }),
  'files.service.broken': (p) => ({
    title: 'The file service has a fault of its own',
    text: `It answered ${text(p['status'])}. ${UNTOUCHED}`,
    clear: 'Ask again later.'
  }),
  'files.order.refused': (p) => ({
    title: 'The file service refuses the order',
    text: `${text(p['reason']) || 'It gives no reason'}. ${UNTOUCHED}`
  }),
  'files.order.waiting': () => ({
    title: 'The file never came',
    text: 'Nobody answered it in two weeks; it is not looked at any more.',
    clear: 'Ask the service, or ask for the file again.'
  }),
  'files.order.unknown': () => ({
    title: 'The service does not know the order any more',
    text: 'It was placed, and the service has forgotten it.',
    clear: 'Ask for the file again.'
  }),
  'files.answer.malformed': (p) => ({
    title: 'The answer of the file service makes no sense',
    text: `${text(p['where'])}. ${UNTOUCHED}`
  }),
  'files.file.other': () => ({
    title: 'Not the file that was announced',
    text: `Its SHA-256 is another one. ${UNTOUCHED}`,
    clear: 'Ask again.'
  }),
  'files.file.short': (p) => ({
    title: 'The file is not whole',
    text: `${formatCount(num(p['bytes']))} bytes are missing, the first at ${formatAddress(num(p['first']))}. ${UNTOUCHED}`,
    clear: 'Ask again.'
  }),
  'files.file.beyond': (p) => ({
    title: 'The file goes beyond the region',
    text: `It has bytes at ${formatAddress(num(p['first']))}. ${UNTOUCHED}`
  }),
  'files.stock.needless': (p) => ({
    title: 'The unit can be read',
    text: `${text(p['region'])} is read from the unit itself: that is the better way back.`
  }),
  'files.unit.unknown': () => ({
    title: 'Nobody asked the unit who it is',
    text: 'The file service makes a file for just this unit, by the numbers that it tells itself.',
    clear: 'Identify it first.'
  })
} satisfies Texts;
