// JSON Schema -> standalone ESM validators (no `new Function` at run time: safe under a strict policy).
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { build } from 'esbuild';
import { layoutSchema } from '../core/src/scan/layout-schema.ts';
import { scanFileSchema } from '../core/src/scan/scan-file-schema.ts';
import { profileSchema } from '../core/src/profile/schema.ts';
import { partsAnswerSchema } from '../core/src/match/parts-answer.ts';
import { bundleManifestSchema, bundleRecordSchema } from '../core/src/papers/bundle-schema.ts';
import { pricesSchema } from '../core/src/access-choice/prices.ts';
import { hoursSchema } from '../core/src/plan/hours.ts';
import * as requests from '../app/src/lib/schema/requests.ts';

interface Target {
  readonly outDir: URL;
  readonly schemas: Readonly<Record<string, { readonly $id: string }>>;
  readonly types: string;
}

const core: Target = {
  outDir: new URL('../core/src/generated/', import.meta.url),
  schemas: {
    validateProfile: profileSchema,
    validateLayout: layoutSchema,
    validateScanFile: scanFileSchema,
    validatePartsAnswer: partsAnswerSchema,
    validatePrices: pricesSchema,
    validateHours: hoursSchema,
    validateBundleManifest: bundleManifestSchema,
    validateBundleRecord: bundleRecordSchema
  },
  types: `import type { ProfileDocument } from '../profile/schema.ts';
import type { LayoutDocument } from '../scan/layout-schema.ts';
import type { ScanFileDocument } from '../scan/scan-file-schema.ts';
import type { PartsAnswer } from '../match/parts-answer.ts';
import type { Prices } from '../access-choice/prices.ts';
import type { Hours } from '../plan/hours.ts';
import type { BundleManifest, BundleRecord } from '../papers/bundle.ts';
export declare const validateProfile: Validate<ProfileDocument>;
export declare const validateLayout: Validate<LayoutDocument>;
export declare const validateScanFile: Validate<ScanFileDocument>;
export declare const validatePartsAnswer: Validate<PartsAnswer>;
export declare const validatePrices: Validate<Prices>;
export declare const validateHours: Validate<Hours>;
export declare const validateBundleManifest: Validate<BundleManifest>;
export declare const validateBundleRecord: Validate<BundleRecord>;`
};

const app: Target = {
  outDir: new URL('../app/src/lib/generated/', import.meta.url),
  schemas: Object.fromEntries(
    Object.entries(requests.schemas).map(([name, schema]) => [`validate${name}`, schema])
  ),
  types: `import type * as T from '../schema/requests.ts';
${Object.keys(requests.schemas)
  .map((n) => `export declare const validate${n}: Validate<T.${n}>;`)
  .join('\n')}`
};

for (const target of [core, app]) await generate(target);

async function generate({ outDir, schemas, types }: Target) {
  const ajv = new Ajv2020({
    code: { source: true, esm: true, lines: false },
    // the first error is told; a request with a million of them must not make a million of ours
    allErrors: false,
    strict: true,
    allowUnionTypes: true
  });
  for (const schema of Object.values(schemas)) ajv.addSchema(schema);
  const names = Object.fromEntries(Object.entries(schemas).map(([n, s]) => [n, s.$id]));
  const code = standaloneCode(ajv, names);
  // Even with esm:true some of the code asks for ajv's runtime with require(): bundle it away.
  const result = await build({
    stdin: {
      contents: code,
      resolveDir: fileURLToPath(new URL('..', import.meta.url)),
      loader: 'js'
    },
    bundle: true,
    format: 'esm',
    platform: 'neutral',
    mainFields: ['module', 'main'],
    target: 'es2023',
    write: false,
    legalComments: 'none'
  });
  const js = result.outputFiles[0]?.text ?? '';
  if (/\bnew Function\b|\beval\(/.test(js)) throw new Error('generated validators use eval');
  mkdirSync(outDir, { recursive: true });
  writeFileSync(new URL('validators.js', outDir), `// Made by scripts/gen-validators.ts\n${js}`);
  writeFileSync(
    new URL('validators.d.ts', outDir),
    `export interface ValidationError {
  instancePath: string;
  keyword: string;
  message?: string;
}
export interface Validate<T> {
  (data: unknown): data is T;
  errors?: ValidationError[] | null;
}
${types}
`
  );
}
