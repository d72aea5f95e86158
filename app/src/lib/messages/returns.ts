import { num, text, type Texts } from './message.ts';

const steps = (n: unknown) => (num(n as number) === 1 ? '1 step' : `${num(n as number)} steps`);

/** The way from the written unit back into its vehicle. */
export const returns = {
  'return.act.open': () => ({
    title: 'Not yet',
    text: 'This is no part of the step, or a step before it is not done. Nothing was sent.',
    clear: 'Do the steps in their order, or leave one out with a reason.'
  }),
  'return.act.unknown': (p) => ({
    title: 'Nobody knows how to teach this unit',
    text: `The layout of the make does not say how the ${text(p['unit'])} is taught. Nothing was sent.`,
    clear: 'Do it with another tool, then say so at the step.'
  }),
  'return.coding.blank': (p) => ({
    title: 'This coding is blank',
    text: `${text(p['unit'])} tells no coding: a new unit, or one that was cleared. Nothing was saved of it.`,
    clear: 'Save it with the original in the vehicle, or code by the vehicle’s sheet.'
  }),
  'return.coding.length': (p) => ({
    title: 'Coding of another length',
    text: `${text(p['unit'])} tells ${num(p['found'])} bytes, its layout ${num(p['meant'])}.`,
    clear: 'Check the layout of the make: it may be another unit.'
  }),
  'return.coding.none': () => ({
    title: 'No coding was saved',
    text: 'Of this unit no coding was saved in this job. Nothing was sent.',
    clear: 'Save it from the original, refitted if need be, or code by the vehicle’s sheet.'
  }),
  'return.frequency.other': (p) => ({
    title: 'Remote control of another frequency',
    text: `The receiver hears ${num(p['unitMhz'])} MHz, the remote control speaks ${num(p['remoteMhz'])} MHz. Nothing was sent.`,
    clear: 'The key may still start the engine; for the doors it takes another remote control.'
  }),
  'return.key.many': (p) => ({
    title: 'No room for another',
    text: `The unit knows ${num(p['most'])} already, as many as it can. Nothing was sent.`,
    clear: 'Find out which of them are the customer’s.'
  }),
  'return.key.uncounted': (p) => ({
    title: 'Not counted',
    text: `The unit knew ${num(p['before'])} before and tells ${num(p['after'])} now.`,
    clear: 'Start with this key before you go on.'
  }),
  'return.key.unsaid': () => ({
    title: 'Which key is it?',
    text: 'Keys are tried one by one: the number of this one, and how many there are, belong to it.',
    clear: 'Count the customer’s keys first.'
  }),
  'return.start.cranks': () => ({
    title: 'Cranks and does not start',
    text: 'The starter turns the engine, it never runs by itself.',
    clear: 'Fuel, sensors, then the memory: a wrong content does just this.'
  }),
  'return.start.dies': (p) => ({
    title: 'Starts and dies after seconds',
    text: `It ran ${num(p['seconds'])} s and stopped by itself, with the key on.`,
    clear: 'The immobiliser does not know unit or key: teach the key, or take another kept read.'
  }),
  'return.start.lamp': () => ({
    title: 'Runs, and the lamp is not out',
    text: 'The engine runs by itself; the immobiliser lamp was seen on or flashing.',
    clear: 'Scan immobiliser and engine before the vehicle leaves.'
  }),
  'return.start.nothing': () => ({
    title: 'No start seen',
    text: 'While it was watched the engine did not turn.',
    clear: 'Watch again, then turn the key.'
  }),
  'return.start.running': (p) => ({
    title: 'It was running already',
    text: `Seen running for ${num(p['seconds'])} s; nobody saw it start.`,
    clear: 'Turn it off, watch again, then turn the key.'
  }),
  'return.start.turning': () => ({
    title: 'The starter turns it',
    text: 'It does not run by itself yet.',
    clear: 'Wait.'
  }),
  'return.start.runs': (p) => ({
    title: 'It runs',
    text: `Seen running by itself for ${num(p['seconds'])} s, lamp out.`
  }),
  'return.start.short': (p) => ({
    title: 'Not seen long enough',
    text: `Seen running for ${num(p['seconds'])} s; an immobiliser lets it run for a few seconds too.`,
    clear: `Watch again and let it run for ${num(p['least'])} s.`
  }),
  'return.start.unseen': (p) => ({
    title: 'Runs, lamp not seen',
    text: `Seen running for ${num(p['seconds'])} s; no unit tells about the lamp.`,
    clear: 'Look at the lamp and say what you saw.'
  }),
  'return.step.settled': () => ({
    title: 'Not opened again',
    text: 'Only what is done or left out is opened again; what is half done or wrong stays so until it is put right.',
    clear: 'Do it again, or say in words what was seen.'
  }),
  'return.step.kept': () => ({
    title: 'A scan is kept, not said',
    text: 'This step is done when a scan after the work was kept.',
    clear: 'Scan all units on Prove, as post-scan.'
  }),
  'return.step.running': () => ({
    title: 'It is being done just now',
    text: 'Something is under way at the vehicle for this step. Nothing was kept.',
    clear: 'Wait for its end.'
  }),
  'return.step.unknown': () => ({
    title: 'No such step',
    text: 'The way back of this job has no such step any more. Nothing was kept.',
    clear: 'Look at the page again.'
  }),
  'return.step.unshown': () => ({
    title: 'Not told point by point',
    text: 'Of this step each point is told, and only what belongs to this job. Nothing was kept.',
    clear: 'Fill in the step; look at the page again if the points changed.'
  }),
  'return.step.unsigned': () => ({
    title: 'Not signed for',
    text: 'That a fault stays takes a reason, a name and a signature. Nothing was kept.',
    clear: 'Let the customer, or who answers for it, sign.'
  }),
  'return.step.untold': (p) => ({
    title: 'Say it in words',
    text: `At least ${num(p['least'])} characters: what was seen, why it is left out, or how else it was done.`,
    clear: 'Write a short sentence.'
  }),
  'return.steps.done': (p) => ({
    title: 'Every step seen done',
    text: `${steps(p['steps'])}, none left out.`
  }),
  'return.steps.half': (p) => ({
    title: 'Left half done at the vehicle',
    text: `${steps(p['steps'])}: something was sent, and nobody saw what became of it.`,
    clear: 'Do it again: the unit is read first, and what it holds already is not sent twice.'
  }),
  'return.steps.open': (p) => ({
    title: `${steps(p['steps'])} of ${num(p['of'])} to do`,
    text: 'In this order.',
    clear: 'Begin with the first that is open.'
  }),
  'return.steps.waived': (p) => ({
    title: 'Done, but for what was left out',
    text: `${steps(p['steps'])} left out, each with its reason.`,
    clear: 'The customer’s paper says so.'
  }),
  'return.steps.wrong': (p) => ({
    title: 'Not right in the vehicle',
    text: `${steps(p['steps'])} refused or seen to be wrong.`,
    clear: 'Another kept read at Write, or another cause at Prove.'
  }),
  'return.temperature.outside': (p) => ({
    title: 'Not at working temperature',
    text: `${num(p['foundC'])} °C; the family asks for ${num(p['fromC'])} to ${num(p['toC'])} °C. Nothing was sent.`,
    clear: 'Let it run, or cool down, then try again.'
  }),
  'return.temperature.unmeasured': () => ({
    title: 'Temperature not measured',
    text: 'The unit does not tell it. Nothing was sent.',
    clear: 'Measure by another way and do it there, or find out why the sensor is silent.'
  }),
  'return.value.kept': () => ({
    title: 'Said yes, changed nothing',
    text: 'The unit took what was sent, and holds what it held before.',
    clear: 'Ignition off and on, then once more; else another tool.'
  }),
  'return.value.other': () => ({
    title: 'Holds something else',
    text: 'What was read back is not what was meant.',
    clear: 'Compare what it holds with what was meant, then do it again.'
  }),
  'return.value.unseen': () => ({
    title: 'Not seen after',
    text: 'It was sent, and could not be read back.',
    clear: 'Ignition on, supply on; then do it again: what it holds already is not sent twice.'
  }),
  'return.vin.check': (p) => ({
    title: 'Check digit does not hold',
    text: `Character ${num(p['position'])} of what was typed is not what the others make it. Nothing was sent.`,
    clear: 'Read the plate once more, aloud.'
  }),
  'return.vin.other': (p) => ({
    title: 'Not the VIN of this job',
    text: `Typed ${text(p['typed'])}, the job has ${text(p['vin'])}. A VIN once written may stay for good. Nothing was sent.`,
    clear: 'Read the plate on the vehicle; if the job is wrong, put the job right first.'
  }),
  'return.vin.twice': () => ({
    title: 'Typed differently twice',
    text: 'The two VINs are not the same. Nothing was sent.',
    clear: 'Type both from the plate, not one from the other.'
  }),
  'return.watch.none': () => ({
    title: 'Nothing is watched',
    text: 'No start of this job is being watched.',
    clear: 'Begin to watch first.'
  })
} satisfies Texts;
