import { bytesAtOf } from '../checksum/rule.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { readFields, type FieldReading } from '../field/read-fields.ts';
import type { Profile } from '../profile/profile.ts';
import type { FieldLine, Provenance } from './plan.ts';
import { originAt } from './trace-parts.ts';

/** Plain contents of one region. */
export interface FieldContents {
  readonly written: Uint8Array;
  readonly original: Uint8Array | undefined;
  readonly donor: Uint8Array | undefined;
}

/** What every field of a finished region says, beside what it says in original and donor. Tables are left out; of security data no value is told. */
export function tellFields(
  profile: Profile,
  regionId: string,
  { contents, provenance }: { contents: FieldContents; provenance: readonly Provenance[] }
): FieldLine[] {
  const specs = fieldsOfRegion(profile, regionId).filter((f) => f.form.type !== 'table');
  const read = (bytes: Uint8Array | undefined) => bytes && readFields(specs, bytesAtOf(bytes));
  const written = read(contents.written) ?? [];
  const original = read(contents.original);
  const donor = read(contents.donor);
  return written.map((reading, i): FieldLine => {
    const { id, name, role, offsets } = reading.spec;
    const before = original && textOf(original[i]);
    const there = donor && textOf(donor[i]);
    return {
      ...{ id, name, role, written: textOf(reading) },
      origin: originAt(provenance, offsets[0] ?? 0) ?? 'original',
      ...(before === undefined ? {} : { original: before }),
      ...(there === undefined ? {} : { donor: there })
    };
  });
}

/** What a field says; nothing where its copies say different things, or it is erased. */
const textOf = (reading: FieldReading | undefined): string =>
  reading && ['sound', 'outside', 'voted'].includes(reading.verdict) ? reading.text : '';
