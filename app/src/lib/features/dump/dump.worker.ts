import { expose } from 'comlink';
import { DumpDesk } from './dump-desk.ts';

expose(new DumpDesk());
