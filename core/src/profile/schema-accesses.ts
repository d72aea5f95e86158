import { address, did, id, minutes, name } from './schema-basics.ts';
import { wire } from './schema-wiring.ts';

const supply = {
  type: 'object',
  description: 'What the supply must give.',
  additionalProperties: false,
  required: ['voltageMinMv', 'voltageMaxMv', 'limitMinMa', 'limitMaxMa'],
  properties: {
    voltageMinMv: { type: 'integer', description: 'Lowest voltage. Units: mV.' },
    voltageMaxMv: { type: 'integer', description: 'Highest voltage. Units: mV.' },
    limitMinMa: { type: 'integer', description: 'Current limit, at least. Units: mA.' },
    limitMaxMa: { type: 'integer', description: 'Current limit, at most. Units: mA.' }
  }
} as const;

const draw = {
  type: 'object',
  additionalProperties: false,
  required: ['state', 'minMa', 'maxMa'],
  properties: {
    state: {
      enum: ['idle', 'boot', 'reading', 'erasing', 'writing'],
      description: 'What the unit does.'
    },
    minMa: { type: 'integer', description: 'Units: mA.' },
    maxMa: { type: 'integer', description: 'Units: mA.' }
  }
} as const;

/** How a unit lets a driver in, whatever carries the requests. */
const security = {
  securityLevel: {
    type: 'integer',
    minimum: 1,
    maximum: 125,
    description: 'Level of security access (ISO 14229-1), odd.'
  },
  keyAlgorithm: { enum: ['tidemark'], description: 'How the key is made of the seed; invented.' },
  keyConstant: {
    type: 'string',
    pattern: '^[0-9A-F]{8}$',
    description: 'Constant of that, as hex.'
  },
  chipIdDid: did,
  familyDid: did
} as const;

const can = {
  type: 'object',
  description: 'How the bench drivers talk to the unit by themselves; absent where they do not.',
  additionalProperties: false,
  required: [
    'bitrateBps',
    'requestId',
    'responseId',
    'securityLevel',
    'keyAlgorithm',
    'keyConstant'
  ],
  properties: {
    bitrateBps: { enum: [125000, 250000, 500000], description: 'Units: bit/s.' },
    requestId: address,
    responseId: address,
    terminatorOhm: {
      type: 'integer',
      minimum: 0,
      maximum: 1000,
      description:
        'Resistor between CAN H and L inside the unit, 0: none; absent: nobody knows. Units: Ω.'
    },
    terminators: {
      enum: [1, 2],
      description: 'Terminators that the bench bus needs in all; two where it is not said.'
    },
    ...security
  }
} as const;

const socket = {
  type: 'object',
  description:
    'How the drivers talk to the unit in its vehicle, through the diagnostic socket; absent where they do not. Its address is in the layout of the vehicle.',
  additionalProperties: false,
  required: ['unit', 'securityLevel', 'keyAlgorithm', 'keyConstant'],
  properties: {
    unit: {
      enum: ['engine', 'transmission', 'body', 'immobiliser', 'comfort'],
      description: 'Kind under which the layout of the vehicle has the unit.'
    },
    ...security
  }
} as const;

const chip = {
  type: 'object',
  description:
    'How the memory chip itself is driven by a chip programmer (SPI); absent where it is not. Its one region is the chip.',
  additionalProperties: false,
  required: ['addressBytes', 'pageBytes', 'clockHz'],
  properties: {
    addressBytes: {
      enum: [1, 2, 3],
      description: '1: nine address bits, 512 bytes at most; 2: up to 64 KiB; 3: flash.'
    },
    pageBytes: {
      enum: [8, 16, 32, 64, 128, 256],
      description: 'Longest write in one go; one that crosses its end wraps.'
    },
    clockHz: {
      type: 'integer',
      minimum: 10_000,
      maximum: 50_000_000,
      description: 'Fastest clock that the chip stands the way it is wired. Units: Hz.'
    },
    identification: {
      type: 'string',
      pattern: '^[0-9A-F]{6}$',
      description: 'Maker, type and capacity as hex; absent where the chip tells nothing.'
    }
  }
} as const;

/** The line that carries the bytes, for the arithmetic of times. */
const carrier = {
  type: 'object',
  description:
    'What carries the bytes, for the arithmetic of times. Absent: CAN when `can` is given.',
  additionalProperties: false,
  required: ['kind', 'rate', 'blockBytes'],
  properties: {
    kind: {
      enum: ['can', 'k-line', 'serial', 'spi', 'i2c', 'microwire'],
      description: 'Kind of line.'
    },
    rate: { type: 'integer', minimum: 1000, description: 'Bits or clocks a second.' },
    blockBytes: { type: 'integer', minimum: 1, description: 'Payload of one request.' },
    ackMs: {
      type: 'number',
      minimum: 0,
      description: 'Time that the unit takes to store each block that is written.'
    },
    blockSize: {
      type: 'integer',
      minimum: 0,
      maximum: 255,
      description: 'Frames that the unit takes before it sends flow control again (ISO-TP); 0: all.'
    },
    stMinMs: {
      type: 'number',
      minimum: 0,
      maximum: 127,
      description: 'Gap between two frames that the unit asks for when it is written to (ISO-TP).'
    },
    resets: { type: 'integer', minimum: 0, description: 'Restarts of the unit in one operation.' },
    resetSeconds: { type: 'number', minimum: 0, description: 'Length of one restart.' }
  }
} as const;

const handsOn = {
  type: 'object',
  description: 'Work of hands on a unit of this family. Units: minutes.',
  additionalProperties: false,
  required: ['open', 'connect', 'close'],
  properties: {
    open: { ...minutes, description: 'Case, seal, chip off the board.' },
    connect: { ...minutes, description: 'Wiring, pads, clip.' },
    close: { ...minutes, description: 'Chip back on, cleaned, pressed or sealed.' }
  }
} as const;

/** One access to the memory. */
export const access = {
  type: 'object',
  additionalProperties: false,
  required: ['kind', 'name', 'steps', 'wiring', 'reads', 'writes', 'handsOn', 'needs', 'known'],
  properties: {
    kind: {
      enum: ['boot', 'bench', 'obd', 'clip', 'lifted', 'pads'],
      description: 'How the memory is reached.'
    },
    name,
    steps: {
      type: 'array',
      items: { type: 'string', minLength: 1 },
      description: 'Told to the technician in this order.'
    },
    wiring: {
      type: 'array',
      items: wire,
      description:
        'Every connection: ground, CAN pair, feeds, ignition, programming lines, boot pad. An access without any is refused.'
    },
    reads: { type: 'array', items: id, description: 'Regions that can be read over it.' },
    writes: { type: 'array', items: id, description: 'Regions that can be written over it.' },
    proves: {
      enum: ['checksum'],
      description:
        'How a region that is written and cannot be read is proven: the unit tells the CRC-32 of any range of its memory.'
    },
    readsSecrets: {
      type: 'array',
      items: id,
      description: 'Security data that can be read over it alone, without the rest of its region.'
    },
    known: {
      enum: ['works', 'untried', 'fails'],
      description: 'Whether this access is known to work on the family.'
    },
    needs: {
      type: 'array',
      items: {
        enum: [
          ...['interface', 'supply', 'probe-frame', 'solder-place', 'programmer', 'clip'],
          ...['vehicle', 'vehicle-supply', 'fuse-lead', 'network', 'credits']
        ]
      },
      description: 'What must be at hand.'
    },
    skills: {
      type: 'array',
      items: { enum: ['open-case', 'fine-solder', 'clip', 'vehicle'] },
      description: 'What a person must be able to do.'
    },
    credits: { type: 'integer', minimum: 0, description: 'Paid steps that it uses up.' },
    handsOn,
    waitMinutes: {
      ...minutes,
      description: 'Waiting that is no transfer: an unlock with power cycling, a server.'
    },
    carrier,
    risks: { type: 'array', items: id, description: 'Risks of the family that it brings.' },
    staysInstalled: {
      type: 'boolean',
      description:
        'The unit is wired at its connector while it stays in the vehicle: who feeds it is asked.'
    },
    holdPad: { type: 'string', description: 'The pad that is held while the supply comes on.' },
    supply,
    draw: { type: 'array', items: draw, description: 'Current that a sound unit draws, by state.' },
    beside: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['name', 'maxMa'],
        properties: { name, maxMa: { type: 'integer', minimum: 0, description: 'Units: mA.' } }
      },
      description: 'What the same supply feeds beside the unit: a second processor, an adapter.'
    },
    can,
    socket,
    chip
  }
} as const;
