import { formatVolts } from '@badger/core/base/format';
import { num, text, type Texts, type Params } from './message.ts';

const volts = (p: Params, name: string) => `${formatVolts(num(p[name]))} V`;
const LOOK = 'Read the chip id at Wire: the vehicle is measured with it.';
const SUPPORT = 'Put a steady support supply on the battery, no charger, and switch loads off.';

/** A unit in its vehicle, through the diagnostic socket. */
export const vehicle = {
  'vehicle.vin.none': () => ({
    title: 'Vehicle not known',
    text: 'This job has no VIN, so nobody can tell whether the right vehicle is on the cable. Nothing was started.',
    clear: 'Enter the VIN, or choose an access that does not go through the vehicle.'
  }),
  'vehicle.layout.unknown': (p) => ({
    title: 'Make not known',
    text: `No vehicle layout fits VIN ${text(p['vin'])}, so the address of the unit is not known. Nothing was started.`,
    clear: 'Add the layout of the make, or choose another access at Match.'
  }),
  'vehicle.unit.unknown': (p) => ({
    title: `No single ${text(p['kind'])} unit in the layout`,
    text: `The layout of ${text(p['make'])} does not tell which unit is meant. Nothing was started.`,
    clear: 'Correct the layout, or choose another access at Match.'
  }),
  'vehicle.look.none': () => ({
    title: 'Vehicle not measured yet',
    text: 'Its voltage is not known, nor whether it stands still.',
    clear: LOOK
  }),
  'vehicle.look.old': () => ({
    title: 'Measured too long ago',
    text: 'The vehicle was measured more than 10 min ago.',
    clear: LOOK
  }),
  'vehicle.speed.moving': (p) => ({
    title: 'The vehicle is moving',
    text: `It reports ${num(p['speedKmh'])} km/h.`,
    clear: 'Stop, put the brake on, then measure again.'
  }),
  'vehicle.engine.running': (p) => ({
    title: 'The engine is running',
    text: `It reports ${num(p['engineRpm'])} rpm. A unit is read and written with the engine off.`,
    clear: 'Engine off, ignition on, then measure again.'
  }),
  'vehicle.volts.unmeasured': () => ({
    title: 'Voltage not measured',
    text: 'No unit of the vehicle tells its supply voltage.',
    clear: 'Measure at the battery and do this work on the bench.'
  }),
  'vehicle.volts.low': (p) => ({
    title: 'Battery too low',
    text: `${volts(p, 'batteryMv')} with the ignition on; below ${volts(p, 'lowMv')} units drop out.`,
    clear: SUPPORT
  }),
  'vehicle.volts.high': (p) => ({
    title: 'Voltage too high',
    text: `${volts(p, 'batteryMv')} is more than a 12 V vehicle gives.`,
    clear: 'Take charger and supply off and find out why.'
  }),
  'vehicle.volts.unsupported': (p) => ({
    title: 'No support supply',
    text: `${volts(p, 'batteryMv')} is the battery alone. A write is not begun below ${volts(p, 'supportedMv')}.`,
    clear: SUPPORT
  }),
  'vehicle.volts.weak': (p) => ({
    title: 'Battery without support',
    text: `${volts(p, 'batteryMv')} with the ignition on, and it sinks.`,
    clear: SUPPORT
  }),
  'vehicle.vin.untold': () => ({
    title: 'No unit tells the VIN',
    text: 'Nobody can tell from the cable which vehicle this is.',
    clear: 'Compare the VIN on the vehicle with this job.'
  }),
  'vehicle.motion.unknown': () => ({
    title: 'Standing still is not told',
    text: 'The vehicle tells neither its speed nor whether the engine runs.',
    clear: 'Look: engine off, brake on.'
  }),
  'vehicle.feed.fine': (p) => ({
    title: `Vehicle ready, ${volts(p, 'batteryMv')}`,
    text: 'It stands still, the engine is off.'
  }),
  'gate.vehicle.unplanned': () => ({
    title: 'Nobody has reckoned whether the battery holds',
    text: 'Rest voltage, load and support of the last four hours are not known.',
    clear: 'Measure the battery at rest and enter it at Wire.'
  }),
  'gate.vehicle.placed': () => ({
    title: 'Unit known in this vehicle',
    text: 'The layout of its make has the address.'
  }),
  'gate.access.unproven': (p) => ({
    title: `${text(p['region'])} cannot be read back this way`,
    text: 'A write that nobody can read back is not proven. Nothing was started.',
    clear: 'Choose an access that reads and writes it, or have it written elsewhere.'
  })
} satisfies Texts;
