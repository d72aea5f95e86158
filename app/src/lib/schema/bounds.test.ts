import { partsAnswerSchema } from '@badger/core/match/parts-answer';
import { hoursSchema } from '@badger/core/plan/hours';
import { scanFileSchema } from '@badger/core/scan/scan-file-schema';
import { pricesSchema } from '@badger/core/access-choice/prices';
import { describe, expect, it } from 'vitest';
import { schemas } from './requests.ts';

/** Everything that comes in from outside and is taken apart by a schema. */
const OUTSIDE: Readonly<Record<string, unknown>> = {
  ...schemas,
  partsAnswer: partsAnswerSchema,
  hours: hoursSchema,
  scanFile: scanFileSchema,
  prices: pricesSchema
};

type Node = Readonly<Record<string, unknown>>;
const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

/** A pattern that no long text can fit: from start to end, nothing in it repeated without a limit. */
function isBounded(pattern: string): boolean {
  const plain = pattern.replaceAll(/\\./g, 'x').replaceAll(/\[[^\]]*\]/g, 'x');
  return plain.startsWith('^') && plain.endsWith('$') && !/[*+]|\{\d+,\}/.test(plain);
}

/** Paths of what a schema lets grow without end. */
function unbounded(node: unknown, path: string): string[] {
  if (Array.isArray(node)) return node.flatMap((n, i) => unbounded(n, `${path}/${i}`));
  if (!isNode(node)) return [];
  const found: string[] = [];
  const pattern = node['pattern'];
  if (node['type'] === 'array' && node['maxItems'] === undefined) found.push(`${path} items`);
  if (
    node['type'] === 'string' &&
    node['maxLength'] === undefined &&
    node['format'] === undefined &&
    !(typeof pattern === 'string' && isBounded(pattern))
  )
    found.push(`${path} text`);
  const open =
    isNode(node['additionalProperties']) || isNode(node['patternProperties'])
      ? node['maxProperties'] === undefined
      : node['type'] === 'object' && node['additionalProperties'] !== false;
  if (open) found.push(`${path} properties`);
  return [
    ...found,
    ...Object.entries(node).flatMap(([k, v]) => (isNode(v) ? unbounded(v, `${path}/${k}`) : []))
  ];
}

describe('nothing that comes in can grow without end', () => {
  it.each(Object.keys(OUTSIDE))('%s: lists, texts and objects have a most', (name) => {
    expect(unbounded(OUTSIDE[name], name)).toEqual([]);
  });
  it('the test sees what has none', () => {
    const node = {
      type: 'object',
      properties: {
        a: { type: 'array', items: { type: 'string', maxLength: 3 } },
        b: { type: 'string', pattern: '^a+$' },
        c: { type: 'string', pattern: '^[a-z]{1,9}$' }
      }
    };
    expect(unbounded(node, 'x')).toEqual([
      'x properties',
      'x/properties/a items',
      'x/properties/b text'
    ]);
  });
});
