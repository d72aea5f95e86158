import type { UnitKind } from './scan.ts';

const KINDS: Readonly<Record<string, UnitKind>> = {
  engine: 'engine',
  'engine-transmission': 'engine',
  transmission: 'transmission',
  body: 'body',
  comfort: 'comfort',
  immobiliser: 'immobiliser',
  'key-unit': 'immobiliser'
};

/** The kind of unit in a vehicle that a family stands for; `other` when it has no place of its own. */
export function suspectKindOf(profileKind: string | undefined): UnitKind {
  return KINDS[profileKind ?? ''] ?? 'other';
}
