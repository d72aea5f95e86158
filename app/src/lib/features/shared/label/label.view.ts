import type { Correction } from '@badger/core/label/look-alikes';
import type { LabelRule } from '@badger/core/label/recognise';
import type { Profile } from '@badger/core/profile/profile';

export interface LabelField {
  readonly id: string;
  readonly name: string;
  readonly example: string;
  readonly where: string;
  readonly rule: LabelRule | undefined;
}

/** What a person can type of a unit: its label numbers, its chip marking, and its make where a rule asks for it. */
export function fieldsOfLabel(
  profile: Pick<Profile, 'labels' | 'chipMarkings' | 'match'>
): LabelField[] {
  const fields: LabelField[] = profile.labels.map((rule) => ({
    id: rule.id,
    name: rule.name,
    example: rule.example,
    where: rule.where,
    rule
  }));
  if (profile.chipMarkings.length > 0)
    fields.push({
      id: 'chip-marking',
      name: 'Chip marking',
      example: profile.chipMarkings[0] ?? '',
      where: 'Printed on the chip',
      rule: undefined
    });
  if (profile.match.some((m) => m.field === 'make'))
    fields.push({ id: 'make', name: 'Make', example: '', where: '', rule: undefined });
  return fields;
}

/** Look-alikes that were exchanged, in words. Example: `place 1: 0 for O`. */
export function wordsOfCorrections(corrections: readonly Correction[]): string {
  return corrections.map((c) => `place ${c.place}: ${c.to} for ${c.from}`).join(', ');
}
