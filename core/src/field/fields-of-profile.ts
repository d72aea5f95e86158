import type { Profile } from '../profile/profile.ts';
import type { FieldSpec } from './field.ts';

/** Every field that a profile knows of a region: identity, security data, the rest; by their first offset. */
export function fieldsOfRegion(profile: Profile, region: string): FieldSpec[] {
  const identity = profile.identity.flatMap(({ id, name, lengthBytes, stored }) => {
    if (stored?.region !== region) return [];
    const pattern = profile.labels.find((l) => l.id === id)?.pattern;
    const form = { type: 'text', pattern, vin: id === 'vin' } as const;
    return [
      { id, name, region, offsets: stored.offsets, lengthBytes, form, role: 'identity' as const }
    ];
  });
  const secrets = profile.secrets
    .filter((s) => s.region === region)
    .map(({ id, name, offsets, lengthBytes, form }) => ({
      ...{ id, name, region, offsets, lengthBytes, role: 'secret' as const },
      form: SECRET_FORMS[form]
    }));
  const others = profile.fields.filter((f) => f.region === region);
  return [...identity, ...secrets, ...others].sort(
    (a, b) => (a.offsets[0] as number) - (b.offsets[0] as number)
  );
}

const SECRET_FORMS = {
  digits: { type: 'text', pattern: '^\\d+$', vin: false },
  'packed-digits': { type: 'digits' },
  bytes: { type: 'bytes' }
} as const;
