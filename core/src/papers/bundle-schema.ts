const sha256 = { type: 'string', pattern: '^[0-9a-f]{64}$' } as const;
const path = { type: 'string', pattern: '^[A-Za-z0-9][A-Za-z0-9._/-]{0,199}$' } as const;
const words = { type: 'string', maxLength: 10_000 } as const;
const count = { type: 'integer', minimum: 0, maximum: 2 ** 40 } as const;
const jobNumber = { type: 'integer', minimum: 1, maximum: 2 ** 31 - 1 } as const;
const list = { type: 'array', maxItems: 100_000 } as const;

/** What lies in a bundle of a job. */
export const bundleManifestSchema = {
  $id: 'urn:upright-badger:bundle-manifest',
  type: 'object',
  required: ['format', 'version', 'job', 'madeAt', 'chain', 'files', 'leftOut'],
  properties: {
    format: words,
    version: count,
    job: jobNumber,
    madeAt: words,
    chain: {
      type: 'object',
      required: ['length', 'last'],
      properties: { length: count, last: { type: 'string', pattern: '^([0-9a-f]{64})?$' } }
    },
    files: {
      ...list,
      items: {
        type: 'object',
        required: ['path', 'bytes', 'sha256', 'what'],
        properties: {
          path,
          bytes: count,
          sha256,
          what: { enum: ['record', 'paper', 'image', 'scan', 'photo'] },
          /** Of an image: the SHA-256 of the whole content where security data was left out of the file. */
          wholeSha256: sha256
        }
      }
    },
    /** What was not put in, and why. */
    leftOut: {
      ...list,
      items: {
        type: 'object',
        required: ['name', 'why'],
        properties: { name: words, why: { enum: ['security', 'proof', 'unreadable'] } }
      }
    }
  }
} as const;

const event = {
  type: 'object',
  required: ['seq', 'atUs', 'personId', 'person', 'kind', 'dataText', 'prevHash', 'hash'],
  properties: {
    seq: count,
    atUs: { type: 'string', pattern: '^[0-9]{1,20}$' },
    personId: { anyOf: [{ type: 'null' }, words] },
    person: words,
    kind: words,
    dataText: { type: 'string', maxLength: 1_000_000 },
    prevHash: words,
    hash: words
  }
} as const;

const object = (properties: Readonly<Record<string, object>>) => ({
  type: 'object' as const,
  required: Object.keys(properties),
  properties
});

/** The record of a job as a bundle carries it. */
export const bundleRecordSchema = {
  $id: 'urn:upright-badger:bundle-record',
  ...object({
    jobId: words,
    job: jobNumber,
    customer: words,
    vehicle: words,
    vin: words,
    family: words,
    complaint: words,
    openedAt: words,
    closedAt: { anyOf: [{ type: 'null' }, words] },
    result: { anyOf: [{ type: 'null' }, words] },
    resultReason: { anyOf: [{ type: 'null' }, words] },
    units: {
      ...list,
      items: object({ role: words, tag: words, chipId: { anyOf: [{ type: 'null' }, words] } })
    },
    reads: {
      ...list,
      items: object({
        ...{ role: words, region: words, number: count, lengthBytes: count, sha256 },
        ...{ takenAt: words, person: words, source: words }
      })
    },
    statements: { ...list, items: object({ verdict: words, title: words, text: words }) },
    events: { ...list, items: event }
  })
} as const;
