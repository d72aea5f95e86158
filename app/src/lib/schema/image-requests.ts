const address = { type: 'integer', minimum: 0, maximum: 2 ** 32 } as const;

/** A remark on bytes of an image. */
export const imageNote = {
  $id: 'urn:upright-badger:image-note',
  type: 'object',
  additionalProperties: false,
  required: ['start', 'end', 'text'],
  properties: {
    start: address,
    end: address,
    text: { type: 'string', minLength: 1, maxLength: 200 }
  }
} as const;
