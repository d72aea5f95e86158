import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { validateLayout } from '@badger/core/generated/validators';
import { parseLayout, type VehicleLayout } from '@badger/core/scan/layout';
import type { Deps } from '../../deps.ts';

/** Reads the vehicle layouts. A file that does not hold is left out and named in the log. */
export function loadLayouts(folder: string, log: Deps['log']): VehicleLayout[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .flatMap((name) => {
      const document: unknown = JSON.parse(readFileSync(join(folder, name), 'utf8'));
      const layout = validateLayout(document) ? parseLayout(document) : undefined;
      if (layout?.ok) return [layout.value];
      const reason = layout ? layout.problem : validateLayout.errors;
      log.error({ file: name, reason }, 'vehicle layout refused');
      return [];
    });
}
