import { id, minutes, name, text } from './schema-basics.ts';

const mm = { type: 'number', minimum: 0, maximum: 1000, description: 'Units: mm.' } as const;

/** One connection between the unit and the bench, or one leg of a memory chip. */
export const wire = {
  type: 'object',
  additionalProperties: false,
  required: ['signal'],
  properties: {
    signal: {
      enum: [
        ...['ground', 'can-h', 'can-l', 'k-line', 'battery', 'ignition', 'sensor', 'program'],
        ...['boot-pad', 'data', 'clock', 'select', 'socket', 'fuse', 'chip']
      ],
      description: 'What is joined.'
    },
    connector: { ...id, description: 'Connector of the unit that has the cavities.' },
    cavities: {
      type: 'array',
      minItems: 1,
      items: { type: 'integer', minimum: 1, maximum: 999 },
      description: 'Cavities of that connector; each gets its own end of the wire.'
    },
    pads: {
      type: 'array',
      minItems: 1,
      items: { type: 'string', minLength: 1, maxLength: 20 },
      description: 'Pads of the board, as they are called on it.'
    },
    chip: { ...id, description: 'Memory chip of the board.' },
    to: { ...name, description: 'Any other place, as the diagnostic socket or a fuse.' },
    programming: {
      type: 'boolean',
      description: 'A line that stands in no diagram of the vehicle, only in that of the interface.'
    },
    soldered: { type: 'boolean', description: 'Soldered before anything else is connected.' },
    note: text
  }
} as const;

/** A connector of the unit, as one looks into it. */
export const connector = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'rows', 'keys'],
  properties: {
    id,
    name,
    rows: {
      type: 'array',
      minItems: 1,
      maxItems: 12,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['first', 'last', 'terminalMm'],
        properties: {
          first: { type: 'integer', minimum: 1, maximum: 999, description: 'Leftmost cavity.' },
          last: { type: 'integer', minimum: 1, maximum: 999, description: 'Rightmost cavity.' },
          terminalMm: { ...mm, description: 'Width of the blade of its terminals. Units: mm.' }
        }
      },
      description: 'Rows of cavities from top to bottom, looking into the unit (mating side).'
    },
    keys: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['side', 'from', 'to', 'name'],
        properties: {
          side: {
            enum: ['top', 'bottom', 'left', 'right'],
            description: 'Edge of the face on which it is.'
          },
          from: { type: 'number', minimum: 0, maximum: 1, description: 'Share of that side.' },
          to: { type: 'number', minimum: 0, maximum: 1, description: 'Share of that side.' },
          name: { ...name, description: 'Latch, rib, groove.' }
        }
      },
      description: 'What tells which way up it is.'
    }
  }
} as const;

const at = {
  xMm: { ...mm, description: 'From the left edge of the board. Units: mm.' },
  yMm: { ...mm, description: 'From the top edge of the board. Units: mm.' }
} as const;

/** A board, seen from the side on which one works. */
export const board = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'widthMm', 'heightMm', 'landmarks', 'pads', 'chips'],
  properties: {
    id,
    name,
    marking: {
      type: 'string',
      maxLength: 40,
      description: 'Chip marking of the units that have it; absent where all have.'
    },
    widthMm: mm,
    heightMm: mm,
    landmarks: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['name', 'shape', 'xMm', 'yMm', 'widthMm', 'heightMm'],
        properties: {
          name,
          shape: { enum: ['rect', 'round'], description: 'How it looks from above.' },
          ...{ ...at, widthMm: mm, heightMm: mm }
        }
      },
      description: 'What one sees at once: connector, large capacitor, processor.'
    },
    pads: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'points'],
        properties: {
          id: { type: 'string', minLength: 1, maxLength: 20, description: 'As on the board.' },
          points: {
            type: 'array',
            minItems: 1,
            items: {
              type: 'object',
              additionalProperties: false,
              required: ['xMm', 'yMm'],
              properties: at
            },
            description: 'Equivalent points: any of them serves.'
          },
          never: { ...text, description: 'Never touched, and why.' },
          probe: {
            enum: ['needle', 'frame', 'solder'],
            description: 'What holds on to it: a probe by hand, the probe frame, solder.'
          }
        }
      },
      description: 'Pads that matter, those that must never be touched included.'
    },
    chips: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'name', 'pins', 'turnDeg', 'xMm', 'yMm'],
        properties: {
          id,
          name,
          pins: { enum: [8], description: 'Legs; the memory standard order of SPI is meant.' },
          turnDeg: {
            enum: [0, 90, 180, 270],
            description: 'How far its pin 1 is turned clockwise from the upper left.'
          },
          ...at,
          marks: {
            type: 'array',
            items: text,
            description: 'What is marked on chip and board before it is lifted.'
          }
        }
      },
      description: 'Memory chips that are clipped or lifted.'
    }
  }
} as const;

/** One step of taking a unit out of its vehicle, opening its case, or closing it again. */
export const dismantleStep = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'phase', 'what', 'minutes'],
  properties: {
    id,
    phase: {
      enum: ['out', 'open', 'close'],
      description: 'Out of the vehicle, case open, case closed again.'
    },
    what: text,
    where: { ...text, description: 'Place of what is meant: a latch, where to cut.' },
    risk: { ...text, description: 'What is broken easily.' },
    minutes,
    photo: { type: 'boolean', description: 'A photo of it is worth keeping.' }
  }
} as const;
