import type { Verdict } from '@badger/core/base/verdict';
import type { PostOutcome } from '../post-types.ts';
import { num, text, type Texts } from './message.ts';

const faults = (n: unknown) => (num(n as number) === 1 ? '1 fault' : `${num(n as number)} faults`);
const units = (n: unknown) =>
  num(n as number) === 1 ? '1 control unit' : `${num(n as number)} control units`;
const points = (n: unknown) => (num(n as number) === 1 ? '1 point' : `${num(n as number)} points`);

/** What a mark on a paper says to whoever does not know our signs. */
export const SEEN_WORDS: Readonly<Record<Verdict, string>> = {
  go: 'Seen',
  look: 'Not seen',
  stop: 'Not right',
  none: 'Not yet'
};

/** What whoever fitted a unit elsewhere tells of it. */
export const POST_WORDS: Readonly<Record<PostOutcome, string>> = {
  runs: 'It runs, everything works',
  fails: 'It does not do what it should',
  later: 'It is not fitted yet'
};

/** What stands on papers: plain words for whoever is no technician. */
export const papers = {
  'bundle.chain.broken': (p) => ({
    title: `Act ${num(p['seq'])} does not hold`,
    text: 'It was changed, left out or put in after it was written down.'
  }),
  'bundle.chain.head': () => ({
    title: 'The record has another end',
    text: 'Length or last hash of the chain is not what the manifest says.'
  }),
  'bundle.file.changed': (p) => ({
    title: `Changed: ${text(p['path'])}`,
    text: 'Its SHA-256 or its length is not the one that was written down.'
  }),
  'bundle.file.missing': (p) => ({
    title: `Missing: ${text(p['path'])}`,
    text: 'It was in the bundle when it was made.'
  }),
  'bundle.file.unlisted': (p) => ({
    title: `Not listed: ${text(p['path'])}`,
    text: 'It was put in later, or belongs to something else.'
  }),
  'bundle.file.unreadable': () => ({
    title: 'This is no bundle of a job',
    text: 'No zip with manifest.json, SHA256SUMS and record.json in it, or it is torn.',
    clear: 'Ask for it once more.'
  }),
  'bundle.format.unknown': () => ({
    title: 'Another kind of bundle',
    text: 'It calls itself something that this version does not know.'
  }),
  'bundle.job.huge': (p) => ({
    title: 'More than one bundle takes',
    text: `Its images and photos come to more than ${num(p['mostMib'])} MiB.`,
    clear: 'Take the images out one by one.'
  }),
  'bundle.manifest.differs': (p) => ({
    title: `Two sums for ${text(p['path'])}`,
    text: 'Manifest and SHA256SUMS say different things.'
  }),
  'bundle.record.other': () => ({
    title: 'The record of another job',
    text: 'It has another job number than the manifest.'
  }),
  'paper.complaint.done': () => ({
    title: 'The complaint was tried again and is gone',
    text: 'In the way, and for as long, as it was told.'
  }),
  'paper.complaint.open': () => ({
    title: 'The complaint was not tried again',
    text: 'Nobody has repeated what was complained of.'
  }),
  'paper.complaint.waived': () => ({
    title: 'Trying the complaint again was left out',
    text: 'The reason stands below.'
  }),
  'paper.complaint.wrong': () => ({
    title: 'The complaint is still there',
    text: 'It was tried again and showed again.'
  }),
  'paper.faults.gone': (p) => ({
    title: 'No fault is left',
    text: `${units(p['units'])} answered after the work; faults that are gone: ${num(p['gone'])}.`
  }),
  'paper.faults.left': (p) => ({
    title: `${faults(p['faults'])} left in the vehicle`,
    text: 'Found after the work, and not signed for.'
  }),
  'paper.faults.signed': (p) => ({
    title: `${faults(p['faults'])} left, and signed for`,
    text: 'Reason and name stand below.'
  }),
  'paper.faults.silent': (p) => ({
    title: `${units(p['units'])} did not answer after the work`,
    text: 'Whether they have faults nobody knows.'
  }),
  'paper.faults.unscanned': () => ({
    title: 'The vehicle was not scanned after the work',
    text: 'Whether faults are left nobody knows.'
  }),
  'paper.fit.done': () => ({
    title: 'What the vehicle needs after fitting was done',
    text: 'Each point was seen to be right.'
  }),
  'paper.fit.open': (p) => ({
    title: `${points(p['steps'])} not done after fitting`,
    text: 'Have them done before you rely on the vehicle.'
  }),
  'paper.fit.waived': (p) => ({
    title: `${points(p['steps'])} left out after fitting`,
    text: 'The reasons stand below.'
  }),
  'paper.fit.wrong': (p) => ({
    title: `${points(p['steps'])} not right after fitting`,
    text: 'They were tried, and did not end as they should.'
  }),
  'paper.functions.done': () => ({
    title: 'Every function of the unit was tried',
    text: 'Each one works, or the vehicle does not have it.'
  }),
  'paper.functions.open': () => ({
    title: 'Its functions were not tried one by one',
    text: 'Try lights, doors, windows and whatever else the unit works.'
  }),
  'paper.functions.waived': () => ({
    title: 'Trying its functions was left out',
    text: 'The reason stands below.'
  }),
  'paper.functions.wrong': () => ({
    title: 'Not every function works',
    text: 'What was seen stands below.'
  }),
  'paper.job.excepted': (p) => ({
    title: 'Work finished, with exceptions',
    text: `${points(p['exceptions'])} nobody has seen, or left out; each is named.`
  }),
  'paper.job.open': () => ({
    title: 'Work not finished',
    text: 'This paper shows how far it is. It certifies nothing yet.'
  }),
  'paper.job.proven': () => ({
    title: 'Work finished and proven',
    text: 'Every statement below was seen, by whom and when is in the record.'
  }),
  'paper.job.unreached': () => ({
    title: 'Ended without a repair',
    text: 'What was found, and why it ended, stands below.'
  }),
  'paper.job.wrong': (p) => ({
    title: 'Not as it should be',
    text: `${points(p['wrong'])} seen not to be right.`
  }),
  'paper.pdf.broken': () => ({
    title: 'The PDF could not be made',
    text: 'The part that draws it broke down.',
    clear: 'Try again, or print the page.'
  }),
  'paper.quote.none': () => ({
    title: 'Nothing was quoted',
    text: 'The lines of an invoice come from the quote of the job.',
    clear: 'Make a quote on Match.'
  }),
  'post.job.other': () => ({
    title: 'It did not come by post',
    text: 'The unit goes back into its vehicle here: there is nobody who tells by a link.'
  }),
  'post.link.closed': () => ({
    title: 'This link opens nothing',
    text: 'It was replaced, or never was.',
    clear: 'Ask the shop for the one that holds now.'
  }),
  'post.link.full': () => ({
    title: 'Enough was told by this link',
    text: 'Nothing more is taken. Nothing was kept.',
    clear: 'Call the shop.'
  }),
  'paper.reads.accepted': (p) => ({
    title: `${text(p['region'])}: taken on a person’s word`,
    text: 'Its reads did not agree; why it was taken all the same is in the record.'
  }),
  'paper.reads.agree': (p) => ({
    title: `${text(p['region'])}: read ${num(p['total'])} times, ${num(p['agreeing'])} the same`,
    text: 'Its checksums hold, as far as the family has any.'
  }),
  'paper.reads.unsure': (p) => ({
    title: `${text(p['region'])}: read, not trusted`,
    text: 'The reads do not prove what the unit holds.'
  }),
  'paper.refit.done': () => ({
    title: 'Closed up, put back and handed over',
    text: 'Each point was looked at.'
  }),
  'paper.refit.open': (p) => ({
    title: `${points(p['steps'])} of closing up, putting back and handing over not seen`,
    text: 'They are named below.'
  }),
  'paper.refit.waived': (p) => ({
    title: `${points(p['steps'])} of closing up, putting back and handing over left out`,
    text: 'The reasons stand below.'
  }),
  'paper.refit.wrong': (p) => ({
    title: `${points(p['steps'])} of closing up, putting back and handing over not right`,
    text: 'What was seen stands below.'
  }),
  'paper.sender.fails': () => ({
    title: 'Whoever fitted it says that it fails',
    text: 'What they wrote stands below.'
  }),
  'paper.sender.runs': () => ({
    title: 'Whoever fitted it says that it runs',
    text: 'It was fitted elsewhere: this shop has not seen the vehicle.'
  }),
  'paper.sender.silent': () => ({
    title: 'No word from whoever fitted it',
    text: 'Whether it runs in its vehicle this shop does not know.'
  }),
  'paper.start.done': () => ({
    title: 'The engine was seen to start, twice',
    text: 'It ran by itself, and the immobiliser lamp went out.'
  }),
  'paper.start.open': () => ({
    title: 'No start was watched',
    text: 'Whether the engine starts and stays on nobody has recorded.'
  }),
  'paper.start.waived': () => ({
    title: 'Watching the start was left out',
    text: 'The reason stands below.'
  }),
  'paper.start.wrong': () => ({
    title: 'The engine does not start as it should',
    text: 'What was seen stands below.'
  }),
  'paper.unit.fails': (p) => ({
    title: `Unit ${text(p['tag'])} fails in the vehicle`,
    text: 'It was written and proven, and does not do its work.'
  }),
  'paper.unit.proven': (p) => ({
    title: `Unit ${text(p['tag'])} was written, and every byte checked after`,
    text: 'What it holds is what was meant.'
  }),
  'paper.unit.runs': (p) => ({
    title: `Unit ${text(p['tag'])} runs in the vehicle`,
    text: 'Told after it was fitted.'
  }),
  'paper.unit.unproven': (p) => ({
    title: `Unit ${text(p['tag'])} was written, and is not proven`,
    text: 'What it holds nobody knows for certain.'
  })
} satisfies Texts;
