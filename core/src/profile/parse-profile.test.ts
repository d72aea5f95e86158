import { readdirSync, readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { validateProfile } from '../generated/validators.js';
import { parseProfile } from './parse-profile.ts';
import { findDrivenWay, getRegion } from './profile.ts';
import { profileSchema, type ProfileDocument } from './schema.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const load = (name: string) =>
  JSON.parse(readFileSync(new URL(name, folder), 'utf8')) as ProfileDocument;
const hv = () => structuredClone(load('hv-ec4.json')) as unknown as Mutable;
interface Mutable {
  regions: { id: string; address: string; lengthBytes: number; eraseBlockBytes?: number }[];
  writeOrder: string[];
  identity: { stored?: { region: string; offsets: string[] } }[];
  checksums: { region: string; start: string; end: string; storedAt: string }[];
  labels: { pattern: string; examples: string[]; known?: string[] }[];
}
const problem = (change: (doc: Mutable) => void) => {
  const doc = hv();
  change(doc);
  const parsed = parseProfile(doc as unknown as ProfileDocument);
  return parsed.ok ? 'ok' : `${parsed.problem.code} ${parsed.problem.params['path'] as string}`;
};

describe('profiles', () => {
  const run = new Ajv2020({ strict: true, allErrors: true }).compile(profileSchema);
  for (const name of readdirSync(folder).filter((n) => n.endsWith('.json'))) {
    it(`${name} holds by its schema (Ajv at run time and generated) and by its meaning`, () => {
      const doc = load(name);
      expect(run(doc), JSON.stringify(run.errors)).toBe(true);
      expect(validateProfile(doc)).toBe(true);
      expect(parseProfile(doc)).toMatchObject({ ok: true, value: { id: doc.id } });
    });
  }
  it('become numbers', () => {
    const parsed = parseProfile(load('hv-ec4.json'));
    if (!parsed.ok) throw new Error(parsed.problem.code);
    expect(getRegion(parsed.value, 'program-flash')).toMatchObject({
      address: 0x08000000,
      lengthBytes: 2097152
    });
    expect(findDrivenWay(parsed.value)?.can).toMatchObject({
      requestId: 0x7e0,
      responseId: 0x7e8,
      chipIdDid: 0xf1a0
    });
    expect(() => getRegion(parsed.value, 'nowhere')).toThrow(RangeError);
  });
  it('are refused by the schema for what they must not hold', () => {
    const doc = { ...load('hv-ec4.json'), surprise: 1 };
    expect(validateProfile(doc)).toBe(false);
    expect(validateProfile({ ...load('hv-ec4.json'), id: 'hv' })).toBe(false);
    expect(validateProfile(null)).toBe(false);
  });
});

describe('inconsistent profiles are refused with the path', () => {
  const first = <T>(list: T[]) => list[0] as T;
  const cases: readonly [string, (doc: Mutable) => void][] = [
    ['profile.region.overlap regions/1', (d) => void (first(d.regions).address = '0x081FFFFF')],
    [
      'profile.region.overlap regions/1',
      (d) => void ((d.regions[1] as { id: string }).id = 'data-flash')
    ],
    ['profile.erase.uneven regions/0', (d) => void (first(d.regions).eraseBlockBytes = 4095)],
    ['profile.region.unknown writeOrder/0', (d) => void (d.writeOrder[0] = 'elsewhere')],
    ['profile.order.incomplete writeOrder', (d) => void d.writeOrder.pop()],
    ['profile.order.incomplete writeOrder', (d) => void (d.writeOrder[1] = 'data-flash')],
    [
      'profile.region.unknown identity/0/stored',
      (d) =>
        void (d.identity[0] = {
          ...first(d.identity),
          stored: { region: 'elsewhere', offsets: ['0x0'] }
        })
    ],
    [
      'profile.field.outside identity/0/stored',
      (d) => void (first(d.identity).stored = { region: 'data-flash', offsets: ['0xFFFF'] })
    ],
    ['profile.region.unknown checksums/0', (d) => void (first(d.checksums).region = 'elsewhere')],
    ['profile.rule.outside checksums/0', (d) => void (first(d.checksums).end = '0x200001')],
    ['profile.rule.outside checksums/0', (d) => void (first(d.checksums).storedAt = '0x180000')],
    ['profile.label.pattern labels/0/pattern', (d) => void (first(d.labels).pattern = '^[$')],
    ['profile.label.pattern labels/0', (d) => void (first(d.labels).examples = ['0731'])],
    [
      'profile.label.pattern labels/1',
      (d) => void ((d.labels[1] as { known?: string[] }).known = ['X'])
    ]
  ];
  for (const [expected, change] of cases)
    it(expected, () => expect(problem(change)).toBe(expected));
});
