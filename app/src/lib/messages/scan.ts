import { formatCount } from '@badger/core/base/format';
import { num, text, type Texts } from './message.ts';

const s = (n: unknown, one: string, many: string) => (num(n as number) === 1 ? one : many);

/** Scans: what may go wrong on the way, and what a group of faults means. */
export const scan = {
  'scan.supply.codes': (p) => ({
    title: 'Several units complain about the supply',
    text: `${text(p['units'])} units have stored a supply fault.`,
    clear: 'Look at battery, charger and grounds first; other codes may follow from it.'
  }),
  'scan.supply.one': () => ({
    title: 'One unit complains about its supply',
    text: 'Its fuse, its feed or its ground, or a battery that was low once.'
  }),
  'scan.network.faulty': (p) => ({
    title: 'The network is not sound',
    text: `${num(p['silent']) > 0 ? `${text(p['silent'])} ${s(p['silent'], 'unit is', 'units are')} silent. ` : ''}${num(p['codes']) > 0 ? `${text(p['codes'])} bus ${s(p['codes'], 'code', 'codes')}.` : ''}`,
    clear: 'Measure the pair with the power off before any unit is blamed.'
  }),
  'scan.supply.high': (p) => ({
    title: 'The charging voltage is too high',
    text: `${text(p['batteryMv'])} mV in this scan. Codes that were taken at it prove nothing.`,
    clear: 'Look at alternator, charger and support supply first.'
  }),
  'scan.network.everybody': (p) => ({
    title: 'Everybody has lost everybody',
    text: `${text(p['units'])} units that talk have been lost by others: that is the bus or a shared feed, no unit.`,
    clear: 'Find what they share: pair, splice, gateway, ground. Then clear and scan again.'
  }),
  'scan.unread.suspect': (p) => ({
    title: `The faults of the ${text(p['unit']).toLowerCase()} could not be read`,
    text: 'It answers, and its fault memory stays unknown: no verdict rests on it.',
    clear: 'Scan again.'
  }),
  'scan.unread.others': (p) => ({
    title: 'Fault memories that could not be read',
    text: `${text(p['count'])} ${s(p['count'], 'unit answers', 'units answer')} without telling ${s(p['count'], 'its', 'their')} faults: unknown, not empty.`
  }),
  'scan.accused.unit': (p) => ({
    title: `Others accuse ${text(p['unit'])}`,
    text: `${text(p['by'])} ${s(p['by'], 'unit gets', 'units get')} invalid data from it, or ${s(p['by'], 'is', 'are')} asked by it for the lamp. The code stands with them, the fault with it.`
  }),
  'scan.suspect.actuator': (p) => ({
    title: `Parts that the ${text(p['unit']).toLowerCase()} drives`,
    text: `${text(p['count'])} ${s(p['count'], 'code names', 'codes name')} a valve, an injector or a part that moves wrongly.`
  }),
  'scan.codes.internal': (p) => ({
    title: 'Other units report internal faults',
    text: `${text(p['count'])} internal ${s(p['count'], 'code', 'codes')} in ${text(p['units'])} ${s(p['units'], 'unit', 'units')} that nobody suspects.`
  }),
  'scan.network.stored': () => ({
    title: 'The bus was off once',
    text: 'Stored, not present: a plug that was pulled, or a loose one.'
  }),
  'scan.silent.suspect': (p) => ({
    title: `${text(p['unit'])} is silent`,
    text: 'The suspect does not answer. It may be dead, or only without supply or bus.'
  }),
  'scan.silent.other': (p) => ({
    title: `${text(p['unit'])} is silent`,
    text: 'It should answer and does not.'
  }),
  'scan.lost.follows': (p) => ({
    title: `Follows from ${text(p['unit'])}`,
    text: `${text(p['partners'])} ${s(p['partners'], 'unit has', 'units have')} lost it, because it does not talk. These codes are no faults of their own.`
  }),
  'scan.lost.returned': (p) => ({
    title: `${text(p['unit'])} was lost, but talks now`,
    text: `${text(p['partners'])} ${s(p['partners'], 'unit says', 'units say')} so: a loose plug, a weak feed, or work that was done on it.`
  }),
  'scan.immobiliser.mismatch': (p) => ({
    title: 'Immobiliser: two units do not know each other',
    text: `${text(p['count'])} ${s(p['count'], 'code', 'codes')}. Usual after a unit was exchanged; engine starts and dies, or does not start.`
  }),
  'scan.suspect.internal': (p) => ({
    title: `${text(p['unit'])} reports internal faults`,
    text: `${text(p['count'])} internal ${s(p['count'], 'code', 'codes')}: memory, processor or checksum.`
  }),
  'scan.suspect.circuit': (p) => ({
    title: `Circuits of the ${text(p['unit']).toLowerCase()}`,
    text: `${text(p['count'])} ${s(p['count'], 'code names', 'codes name')} a circuit: the wire, the part at its end, or the driver in the unit.`
  }),
  'scan.suspect.other': (p) => ({
    title: `Other codes of the ${text(p['unit']).toLowerCase()}`,
    text: `${text(p['count'])} ${s(p['count'], 'code', 'codes')} without a circuit: performance, plausibility.`
  }),
  'scan.codes.elsewhere': (p) => ({
    title: 'In other units',
    text: `${text(p['count'])} ${s(p['count'], 'code', 'codes')} in ${text(p['units'])} ${s(p['units'], 'unit', 'units')} that nobody suspects.`
  }),
  'scan.codes.old': (p) => ({
    title: 'Old',
    text: `${text(p['count'])} ${s(p['count'], 'code has', 'codes have')} not come back for whole cycles. Clear them after the work.`
  }),
  'scan.vehicle.other': (p) => ({
    title: 'Another vehicle is on the cable',
    text: `It says ${text(p['found'])}, this job is for ${text(p['vin'])}. Nothing was started.`,
    clear: 'Plug the cable into the right vehicle.'
  }),
  'scan.vehicle.moving': (p) => ({
    title: 'The vehicle is moving',
    text: `It reports ${text(p['speedKmh'])} km/h. Nobody works with a tester on a moving vehicle. Nothing was started.`,
    clear: 'Stop, then start again.'
  }),
  'scan.vehicle.silent': () => ({
    title: 'No unit answered',
    text: 'The whole vehicle stayed silent: ignition off, asleep, no supply, or the plug is not in.',
    clear: 'Ignition on, support supply on, look at the plug, scan again.'
  }),
  'scan.ignition.off': () => ({
    title: 'The ignition is off',
    text: 'The vehicle says that it is not ready. Nothing was scanned.',
    clear: 'Switch the ignition on, engine off.'
  }),
  'scan.line.busy': () => ({
    title: 'A scan is running',
    text: 'The cable is in use. Nothing was started or moved.',
    clear: 'Wait for its end, or stop it.'
  }),
  'scan.line.idle': () => ({ title: 'No scan is running', text: 'There is nothing to stop.' }),
  'scan.clear.first': () => ({
    title: 'Scan before you clear',
    text: 'No pre-scan of this job is kept: what is cleared now would be lost. Nothing was cleared.',
    clear: 'Make the pre-scan first.'
  }),
  'scan.unit.silent': () => ({
    title: 'The unit did not answer',
    text: 'It was asked for its faults and stayed silent. Nothing was kept.',
    clear: 'Check clamp, supply and bus pair, then ask again.'
  }),
  'scan.text.long': (p) => ({
    title: 'That list is too long',
    text: `It has ${formatCount(num(p['found']))} lines; at most ${formatCount(num(p['most']))} are read. Nothing was kept.`,
    clear: 'It is probably a log of values, not a fault list. Take the list of faults.'
  }),
  'scan.text.huge': (p) => ({
    title: 'That text is too long',
    text: `It has ${formatCount(num(p['found']))} characters; at most ${formatCount(num(p['most']))} are read. Nothing was kept.`,
    clear: 'It is probably a log of values, not a fault list. Take the list of faults.'
  }),
  'scan.text.wide': (p) => ({
    title: 'A line is too long',
    text: `Line ${text(p['row'])} has more than ${formatCount(num(p['most']))} characters. Nothing was kept.`,
    clear: 'One code or one unit a line; a list of faults has no such lines.'
  }),
  'scan.text.many': (p) => ({
    title: 'More faults than a vehicle can have',
    text: `${formatCount(num(p['found']))} were found; at most ${formatCount(num(p['most']))} make sense. Nothing was kept.`,
    clear: 'Take the list of one vehicle only.'
  }),
  'scan.text.empty': () => ({
    title: 'No fault and no unit in it',
    text: 'Nothing in the text looks like a fault code or a unit. Nothing was kept.',
    clear: 'Codes look like P0201 or U0100-87, one a line.'
  }),
  'scan.file.vehicle': (p) => ({
    title: 'That scan is of another vehicle',
    text: `It says ${text(p['found'])}, this job is for ${text(p['vin'])}. Nothing was kept.`,
    clear: 'Take the file of this vehicle.'
  }),
  'scan.file.early': (p) => ({
    title: 'That scan lies in the future',
    text: `It was made at ${text(p['endedAt'])}, by its own word. Nothing was kept.`,
    clear: 'Look at the clock of the machine that made it.'
  }),
  'scan.file.text': () => ({
    title: 'That is no whole JSON file',
    text: 'It begins with a brace and does not hold together. Nothing was kept.',
    clear: 'Export it again, or paste the codes as text.'
  }),
  'scan.file.malformed': (p) => ({
    title: 'Not a scan of this application',
    text: `At ${text(p['path'])}: ${text(p['reason'])}. Nothing was kept.`,
    clear: 'Export it again, or paste the codes as text.'
  }),
  'doip.vehicle.none': () => ({
    title: 'No vehicle on the cable',
    text: 'Nobody answered the question which vehicle is there. Nothing was scanned.',
    clear: 'Plug the cable in, switch the ignition on, wake the vehicle.'
  }),
  'doip.socket.lost': () => ({
    title: 'The cable to the vehicle broke',
    text: 'The connection ended in the middle. What was found until then is kept.',
    clear: 'Look at plug and supply, then scan again.'
  }),
  'doip.stream.broken': () => ({
    title: 'The vehicle’s gateway talks nonsense',
    text: 'A message had a wrong version or an impossible length; nothing behind it can be trusted. Nothing was changed in the vehicle.',
    clear: 'Scan again; if it stays, the gateway or something between is at fault.'
  }),
  'doip.header.refused': () => ({
    title: 'The gateway refused our message',
    text: 'It did not take the form of a message. Nothing was changed in the vehicle.',
    clear: 'Scan again; if it stays, this gateway speaks another edition.'
  }),
  'doip.routing.refused': (p) => ({
    title: 'The gateway refused the connection',
    text: `It refused access to the units: ${text(p['reason']) || 'without a reason that we know'}. Nothing was scanned.`,
    clear: 'Unplug other testers, wait a minute, try again.'
  }),
  'doip.routing.pending': () => ({
    title: 'Confirm in the vehicle',
    text: 'The gateway waits for a confirmation at the vehicle. Nothing was scanned.',
    clear: 'Confirm it there, then scan again.'
  }),
  'doip.routing.timeout': () => ({
    title: 'The gateway did not answer',
    text: 'It took the connection and then said nothing. Nothing was scanned.',
    clear: 'Ignition off and on, then scan again.'
  }),
  'doip.unit.unknown': () => ({
    title: 'Not fitted',
    text: 'The gateway knows no unit at this address.'
  }),
  'doip.unit.unreachable': () => ({
    title: 'Not reachable',
    text: 'The gateway knows the unit but cannot reach it.'
  }),
  'obd.answer.short': () => ({
    title: 'An answer was too short',
    text: 'The unit announced more codes than it sent.'
  }),
  'layout.unit.twice': (p) => ({
    title: 'A vehicle layout names a unit twice',
    text: `${text(p['unit'])} is there already.`
  }),
  'layout.answer.missing': (p) => ({
    title: 'A vehicle layout is not complete',
    text: `${text(p['unit'])} has no identifier for its answers.`
  }),
  'world.vehicle.unknown': () => ({
    title: 'No such vehicle outside',
    text: 'Nothing was moved.'
  })
} satisfies Texts;
