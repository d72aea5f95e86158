import { text, type Texts } from './message.ts';

/** Traces of other tools. */
export const trace = {
  'trace.file.empty': () => ({
    title: 'No frame in this file',
    text: 'The file holds no CAN frame.',
    clear: 'Choose another file.'
  }),
  'trace.file.large': (p) => ({
    title: 'File too large',
    text: `At most ${text(p.mostMib)} MiB are taken at a time.`,
    clear: 'Cut the trace into parts.'
  }),
  'trace.file.pcapng': () => ({
    title: 'A capture of the newer kind',
    text: 'This is a pcapng file. It is not read here.',
    clear: 'Save it as pcap in the tool that it comes from.'
  }),
  'trace.file.unknown': () => ({
    title: 'Not a trace',
    text: 'The file is neither a candump log nor an ASC log nor a pcap capture.',
    clear: 'Export the trace in one of these formats.'
  }),
  'trace.link.other': (p) => ({
    title: 'A capture of something else',
    text: `Its frames are of link type ${text(p.linkType)}; CAN frames have 227.`,
    clear: 'Choose a capture of a CAN bus.'
  })
} satisfies Texts;
