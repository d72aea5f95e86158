import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { validateLayout } from '@badger/core/generated/validators';
import { parseLayout, type VehicleLayout } from '@badger/core/scan/layout';

/** Reads every vehicle layout of a folder. Throws TypeError naming the file that does not hold. */
export function loadLayouts(folder: string): VehicleLayout[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => {
      const doc: unknown = JSON.parse(readFileSync(join(folder, name), 'utf8'));
      if (!validateLayout(doc))
        throw new TypeError(`${name}: ${JSON.stringify(validateLayout.errors)}`);
      const layout = parseLayout(doc);
      if (!layout.ok) throw new TypeError(`${name}: ${JSON.stringify(layout.problem)}`);
      return layout.value;
    });
}
