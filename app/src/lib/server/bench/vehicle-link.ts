import { ok, type Result } from '@badger/core/base/result';
import type { VehicleLayout } from '@badger/core/scan/layout';
import { once, type VehicleLink } from '../station/vehicle-line.ts';
import type { StationThread } from './station-thread.ts';

/** Side by side over one CAN pair: more would only wait for the bus. Source: common practice. */
const CAN_WIDTH = 4;

/** Opens the way over a station's box. Errors: those of the box. */
export async function openCan(
  thread: StationThread,
  layout: VehicleLayout,
  source: string
): Promise<Result<VehicleLink>> {
  const opened = await thread.openChannel(layout.bitrateBps);
  if (!opened.ok) return opened;
  const channel = opened.value;
  return ok({
    source,
    vin: undefined,
    width: CAN_WIDTH,
    link: once((place) => ({
      exchange: (request, options = {}) => {
        const pair = { requestId: place.address, responseId: place.responseId ?? 0 };
        return channel.exchange(pair, request, options);
      }
    })),
    close: () => channel.close()
  });
}
