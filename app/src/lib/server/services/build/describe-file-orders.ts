import type { FileOrderData } from '../../../file-order-types.ts';
import type { Tx } from '../../db/client.ts';
import { listFileOrders } from '../../repositories/file-orders.ts';

/** Of each region of a job the newest order, unless a file was kept of it. */
export async function describeFileOrders(db: Tx, jobId: string): Promise<FileOrderData[]> {
  const orders = await listFileOrders(db, jobId);
  const regions = [...new Set(orders.map((o) => o.regionId))];
  return regions.flatMap((id) => {
    const newest = orders.findLast((o) => o.regionId === id);
    if (!newest || (newest.endedAt && newest.problem === null)) return [];
    const { regionId, wanted, askedAt, problem } = newest;
    return [{ regionId, wanted, askedAt, problem }];
  });
}
