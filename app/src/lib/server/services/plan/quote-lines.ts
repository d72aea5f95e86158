import { formatDuration } from '@badger/core/base/format';
import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
import type { CostLine } from '@badger/core/access-choice/price-access';

/** One line of a quote in words for the customer. Example: `Work, 1.5 h: Boot, one pad`. */
export function describeCost(line: CostLine, option: Pick<AccessOption, 'name'>): string {
  switch (line.kind) {
    case 'work':
      return `Work, ${formatDuration(line.count * 60)}: ${option.name}`;
    case 'donor':
      return 'Used unit as donor';
    case 'newUnit':
      return 'New unit';
    case 'sendAway':
      return 'Work of the specialist, parcel both ways';
    case 'credits':
      return `Paid steps of the server: ${line.count}`;
    case 'sealing':
      return 'Sealing and cleaning of the case';
    case 'soldering':
      return 'Solder, flux and pads';
  }
}
