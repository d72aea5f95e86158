import { readdirSync, readFileSync } from 'node:fs';
import { Validator } from '@cfworker/json-schema';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { validateProfile } from '../generated/validators.js';
import { parseProfile } from './parse-profile.ts';
import { resolveAccess } from '../access/access.ts';
import { getRegion } from './profile.ts';
import { profileSchema, type ProfileDocument } from './schema.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const load = (name: string) =>
  JSON.parse(readFileSync(new URL(name, folder), 'utf8')) as ProfileDocument;
/** One change to a document that spoils it; paths as in the refusals. */
type Spoil = (doc: unknown) => void;
const node = (doc: unknown, path: string): Record<string, unknown> & unknown[] =>
  path
    .split('/')
    .filter((k) => k !== '')
    .reduce((at, key) => (at as Record<string, unknown>)[key], doc) as never;
const set =
  (path: string, value: unknown): Spoil =>
  (doc) => {
    const cut = path.lastIndexOf('/');
    node(doc, path.slice(0, Math.max(0, cut)))[path.slice(cut + 1) as never] = value;
  };
const push =
  (path: string, ...values: unknown[]): Spoil =>
  (doc) =>
    void node(doc, path).push(...values);
const drop =
  (path: string): Spoil =>
  (doc) =>
    void node(doc, path).shift();
/** The first of a list becomes its last. */
const turn =
  (path: string): Spoil =>
  (doc) =>
    void node(doc, path).push(node(doc, path).shift());
const remove =
  (key: string): Spoil =>
  (doc) =>
    void delete (doc as Record<string, unknown>)[key];

const problem = (change: Spoil) => {
  const doc = structuredClone(load('hv-ec4.json'));
  change(doc);
  const parsed = parseProfile(doc);
  return parsed.ok ? 'ok' : `${parsed.problem.code} ${String(parsed.problem.params['path'])}`;
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
    expect((resolveAccess(parsed.value, undefined) as { can?: unknown }).can).toMatchObject({
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
  const swap = ({ field, from, to, way }: Record<string, unknown>) => ({
    ...{ field, from: to, to: from, way }
  });
  const piece = (start: string, end: string) => ({
    ...{ region: 'data-flash', start, end, from: 'donor', what: 'a', why: 'b' }
  });
  const step = load('hv-ec4.json').supersessions?.[0] ?? {};
  const cases: readonly [string, Spoil][] = [
    ['profile.region.overlap regions/1', set('regions/0/address', '0x081FFFFF')],
    ['profile.region.overlap regions/1', set('regions/1/id', 'data-flash')],
    ['profile.erase.uneven regions/0', set('regions/0/eraseBlockBytes', 4095)],
    ['profile.region.unknown writeOrder/0', set('writeOrder/0', 'elsewhere')],
    ['profile.order.incomplete writeOrder', drop('writeOrder')],
    ['profile.order.incomplete writeOrder', set('writeOrder/1', 'data-flash')],
    [
      'profile.region.unknown identity/0/stored',
      set('identity/0/stored', { region: 'elsewhere', offsets: ['0x0'] })
    ],
    [
      'profile.field.outside identity/0/stored',
      set('identity/0/stored', { region: 'data-flash', offsets: ['0xFFFF'] })
    ],
    ['profile.region.unknown checksums/0', set('checksums/0/region', 'elsewhere')],
    ['profile.rule.outside checksums/0', set('checksums/0/end', '0x200001')],
    ['profile.rule.words checksums/1', set('checksums/1/end', '0x17FFFF')],
    ['profile.rule.outside checksums/0', set('checksums/0/storedAt', '0x17FFFE')],
    ['profile.label.pattern labels/0/pattern', set('labels/0/pattern', '^[$')],
    ['profile.label.pattern labels/0', set('labels/0/examples', ['0731'])],
    ['profile.label.pattern labels/1', set('labels/1/known', ['X'])],
    ['profile.id.twice labels/1', set('labels/1/id', 'hardware-number')],
    ['profile.id.twice risks/1', set('risks/1/id', load('hv-ec4.json').risks[0]?.id)],
    ['profile.match.unknown match/0', set('match/0/field', 'colour')],
    ['profile.id.twice match/1', set('match/1/field', load('hv-ec4.json').match[0]?.field)],
    ['profile.match.unknown supersessions/0', set('supersessions/0/field', 'colour')],
    ['profile.supersession.loop supersessions', push('supersessions', swap(step))],
    ['profile.access.unwired accesses/0', set('accesses/0/wiring', [])],
    ['profile.access.ground accesses/0', drop('accesses/0/wiring')],
    ['profile.access.order accesses/0', turn('accesses/0/wiring')],
    ['profile.wire.place accesses/0/wiring/0', set('accesses/0/wiring/0/to', 'somewhere')],
    [
      'profile.wire.place accesses/0/wiring/5',
      (d) => remove('pads')(node(d, 'accesses/0/wiring/5'))
    ],
    ['profile.wire.unknown accesses/0/wiring/0', set('accesses/0/wiring/0/cavities', [65])],
    ['profile.wire.unknown accesses/0/wiring/0', set('accesses/0/wiring/0/connector', 'b')],
    ['profile.wire.unknown accesses/0/wiring/5', set('accesses/0/wiring/5/pads', ['P9'])],
    ['profile.wire.unknown accesses/0/wiring/5', remove('boards')],
    ['profile.wire.never accesses/0/wiring/5', set('accesses/0/wiring/5/pads', ['P4'])],
    ['profile.wire.twice accesses/0/wiring/2', set('accesses/0/wiring/2/cavities', [62])],
    ['profile.access.order accesses/0/wiring/4', set('accesses/0/wiring/4/signal', 'can-h')],
    ['profile.connector.numbers connectors/0', set('connectors/0/rows/1/first', 16)],
    ['profile.region.unknown accesses/0', push('accesses/0/reads', 'elsewhere')],
    ['profile.risk.unknown accesses/0', push('accesses/0/risks', 'bad-luck')],
    ['profile.supply.order accesses/0/supply', set('accesses/0/supply/limitMinMa', 9999)],
    ['profile.supply.order accesses/0/draw/1', set('accesses/0/draw/1/minMa', 9999)],
    ['profile.secret.outside secrets/0', push('secrets/0/offsets', '0xFFF8')],
    ['profile.transform.unknown secrets/0', set('secrets/0/transform', 'magic')],
    [
      'profile.transform.step transforms/0/steps/0',
      set('transforms', [
        { id: 'a', name: 'a', region: 'data-flash', steps: [{ kind: 'swap-16', key: '00' }] }
      ])
    ],
    ['profile.range.outside clone/ranges/0', push('clone/ranges', piece('0x0', '0x10001'))],
    ['profile.range.outside clone/ranges/0', push('clone/ranges', piece('0x10', '0x10'))],
    [
      'profile.range.overlap clone/ranges/1',
      push('clone/ranges', piece('0x0', '0x20'), piece('0x1F', '0x30'))
    ],
    ['profile.processor.unknown clone/together/0', set('clone/together', ['left'])],
    [
      'profile.processor.unknown clone/together',
      (d) => {
        set('regions/0/processor', 'left')(d);
        set('regions/1/processor', 'right')(d);
      }
    ],
    [
      'profile.wear.order wear/0',
      set('wear', [
        { id: 'a', name: 'a', unit: 'ms', goodMin: 5, goodMax: 4, wornMin: 0, wornMax: 9 }
      ])
    ]
  ];
  for (const [expected, change] of cases)
    it(expected, () => expect(problem(change)).toBe(expected));
});

describe('the eleven families', () => {
  const docs = readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .map(load);
  it('are all there', () => {
    expect(docs.map((d) => d.id).sort()).toEqual([
      ...['CV-GX7', 'HV-EC4', 'HV-EC6', 'MD-CM5', 'MD-IM3', 'PW-BD1', 'PW-DX2', 'PW-EC9'],
      ...['QN-EC1', 'QN-TC2', 'SR-KU1']
    ]);
  });
  it('hold by the schema for an independent validator too, and it refuses what Ajv refuses', () => {
    const other = new Validator(
      JSON.parse(JSON.stringify(profileSchema)) as object,
      '2020-12',
      false
    );
    for (const doc of docs) expect(other.validate(doc), doc.id).toMatchObject({ valid: true });
    for (const spoil of [
      remove('match'),
      set('accesses/0/kind', 'magic'),
      set('regions/0/address', '12'),
      set('surprise', 1)
    ]) {
      const doc = structuredClone(load('hv-ec4.json'));
      spoil(doc);
      expect(other.validate(doc).valid).toBe(false);
      expect(validateProfile(doc)).toBe(false);
    }
  });
  it('each says what a donor must be, what may go wrong, and what the vehicle still needs', () => {
    for (const doc of docs) {
      expect(doc.match.length, doc.id).toBeGreaterThan(0);
      expect(doc.afterFit.length, doc.id).toBeGreaterThan(0);
      for (const access of doc.accesses)
        expect(access.risks?.length ?? 0, `${doc.id} ${access.name}`).toBeGreaterThan(0);
    }
  });
  it('no number is known to two families', () => {
    const seen = new Map<string, string>();
    for (const doc of docs) {
      const numbers = doc.labels.flatMap((l) =>
        l.id === 'hardware-number' ? (l.known ?? []) : []
      );
      for (const n of numbers) {
        expect(seen.get(n), n).toBeUndefined();
        seen.set(n, doc.id);
      }
    }
  });
});

it('docs/profiles.md says what the schema says, field by field', () => {
  const text = readFileSync(new URL('../../../docs/profiles.md', import.meta.url), 'utf8');
  const paths: string[] = [];
  interface SchemaNode {
    readonly properties?: Readonly<Record<string, SchemaNode>>;
    readonly items?: SchemaNode;
  }
  const walk = (schema: SchemaNode, path: string) => {
    for (const [key, value] of Object.entries(schema.properties ?? {})) {
      const at = path === '' ? key : `${path}.${key}`;
      paths.push(at);
      walk(value, at);
      if (value.items) walk(value.items, `${at}[]`);
    }
  };
  walk(JSON.parse(JSON.stringify(profileSchema)) as SchemaNode, '');
  expect(paths.length).toBeGreaterThan(100);
  expect(text.split('\n').filter((row) => /\| *\|$|\| One of [^|]*\|$/.test(row))).toEqual([]);
  expect(paths.filter((p) => !text.includes(`\`${p}\``))).toEqual([]);
});
