// The thread of one station: nothing that a page does can keep a unit waiting in the middle of a write.
import { workerData, type MessagePort } from 'node:worker_threads';
import { expose, type Endpoint } from 'comlink';
import { StationHost } from './station-host.ts';

const { port } = workerData as { readonly port: MessagePort };
expose(new StationHost(), port as unknown as Endpoint);
