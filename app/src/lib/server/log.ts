import type { Logger } from 'pino';

/** Where the server tells what happened. */
export type Log = Pick<Logger, 'info' | 'warn' | 'error'>;
