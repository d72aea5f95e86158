import { num, text, type Texts } from './message.ts';

const ms = (n: unknown) => `${Math.round(num(n as number))} ms`;

/** The network on the way to a server, and the account there. */
export const network = {
  'network.check.none': (p) => ({
    title: 'Network not checked',
    text: `This access asks ${text(p.service)} until its end. Nobody has asked whether it answers.`,
    clear: 'Check it now, not in the middle of the work.'
  }),
  'network.check.old': (p) => ({
    title: 'Network checked a while ago',
    text: `${text(p.minutes)} minutes ago says nothing of now.`,
    clear: 'Check it again.'
  }),
  'network.need.none': () => ({
    title: 'No server is asked',
    text: 'The access of this job works without a network. Nothing was kept.'
  }),
  'network.name.unknown': (p) => ({
    title: 'Name not found',
    text: `${text(p.host)} has no address in this network.`,
    clear: 'Is the computer on the network? Is its name service set?'
  }),
  'network.service.absent': () => ({
    title: 'No service is set up',
    text: 'This shop has no service of paid steps. Nothing was kept.',
    clear: 'Set BADGER_STEPS_URL and start again.'
  }),
  'network.service.unreached': (p) => ({
    title: 'Server not reached',
    text: `${text(p.host)} does not take a connection.`,
    clear: 'Cable in? Another network, a telephone for instance, shows whether it is this one.'
  }),
  'network.service.blocked': (p) => ({
    title: 'Blocked by the network',
    text: `Something else answers in the place of ${text(p.host)}: a filter, or a sign-in page.`,
    clear: 'Sign in to the network, or use another one.'
  }),
  'network.login.failed': (p) => ({
    title: 'Login failed',
    text: `Tried ${text(p.tries)} times: ${text(p.reason)}.`,
    clear: 'Try again in a minute. Reads that need no server go on without.'
  }),
  'network.licence.none': (p) => ({
    title: 'No licence',
    text: `The account at ${text(p.service)} has no licence for this.`,
    clear: 'Get one before the unit is opened.'
  }),
  'network.licence.other': (p) => ({
    title: 'Licence bound to another vehicle',
    text: `It is bound to ${text(p.vin)}.`,
    clear: 'Another licence is needed for this VIN.'
  }),
  'network.credits.short': (p) => ({
    title: 'Too few credits',
    text: `${text(p.have)} left, ${text(p.need)} needed.`,
    clear: 'Buy credits before the work begins.'
  }),
  'network.credits.unknown': (p) => ({
    title: 'Credits not known',
    text: `The account did not tell how many are left; ${text(p.need)} are needed.`,
    clear: 'Look in the account.'
  }),
  'network.pings.lost': (p) => ({
    title: 'The network loses answers',
    text: `${text(p.lost)} of ${text(p.sent)} answers did not come, the slowest took ${ms(p.slowestMs)}; it must hold for ${text(p.minutes)} minutes.`,
    clear: 'Cable instead of radio; another network; then check again.'
  }),
  'network.pings.slow': (p) => ({
    title: 'The network is slow',
    text: `All ${text(p.sent)} answers came, the slowest took ${ms(p.slowestMs)}; it must hold for ${text(p.minutes)} minutes.`,
    clear: 'Nothing else on the line while the step runs.'
  }),
  'network.service.ready': (p) => ({
    title: 'Network ready',
    text: `${text(p.sent)} of ${text(p.sent)} answers came, the slowest in ${ms(p.slowestMs)}; ${text(p.credits)} credits. That is a look of a few seconds: the step takes ${text(p.minutes)} minutes.`
  })
} satisfies Texts;
